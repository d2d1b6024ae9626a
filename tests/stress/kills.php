<?php

declare(strict_types=1);

/*
 * Kills the server again and again while somebody saves, plays from two windows and stores recordings, and everything goes out and comes
 * in beside it: nothing that was acknowledged may be lost, no gesture may count twice, and both windows show the same.
 *
 *     ZIGZAG_KILLS=1000 php tests/stress/kills.php
 */

use ZigzagPost\Tests\Stress\Server;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$kills = (int) (getenv('ZIGZAG_KILLS') ?: 40);
$server = new Server();
$text = "port keys in\nport moths out\nmemory n = 0\nrule \"Count\"\n  take cc 80\n  press\n  remember n = n + 1\n  send moths\n";
$book = '/api/documents/'.Server::text($server->insist('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Kept', 'text' => $text]), 'id');
$bench = '/api/bench/'.Server::text($server->insist('POST', '/api/bench', ['text' => $text]), 'id');
$acknowledged = $text;
$version = 1;
$saves = $plays = 0;
$stored = [];
$lost = [];
$requests = $shown = ['aaaaaaaa' => 0, 'bbbbbbbb' => 0];
$play = static function (string $window, array $gestures) use ($server, $bench, &$requests, &$shown, &$plays): array {
    $news = $server->insist('POST', "{$bench}/play", [
        'window' => $window,
        'request' => ++$requests[$window],
        'nowUs' => $plays * 1000,
        'gestures' => $gestures,
    ]);
    $shown[$window] = $news['memories'] ?? $shown[$window]; // only what is other than before is told

    return $news;
};
foreach (array_map(strval(...), array_keys($shown)) as $window) {
    $play($window, []);
}
$mover = pcntl_fork();
if (0 === $mover) {
    // everything goes out and comes in again, as often as it can
    for ($counts = [0, 0];;) {
        [$status, $zip] = $server->call('GET', '/api/everything');
        $file = "{$server->folder}/everything.zip";
        if (200 === $status && false !== file_put_contents($file, $zip)) {
            ++$counts[0];
            $counts[1] +=
                200 === $server->send('POST', '/api/everything', ['file' => new CURLFile($file, 'application/zip', 'everything.zip')], [], 60)[0]
                    ? 1
                    : 0;
        }
        file_put_contents("{$server->folder}/moved", implode(' ', $counts));
        usleep(20_000);
    }
}
for ($kill = 1; $kill <= $kills; ++$kill) {
    $longest = 0 === $kill % 5 ? 3_000_000 : 60_000; // now and then long enough for everything to go out and come in
    $child = pcntl_fork();
    if (0 === $child) {
        usleep(random_int(0, $longest));
        $server->kill();
        posix_kill((int) getmypid(), \SIGKILL); // without the parent's clean-up
    }
    $until = microtime(true) + (2 * $longest) / 1_000_000;
    do {
        // A save: unanswered, it may or may not have been made; answered, it stands.
        $wanted = "{$text}# ".++$saves."\n";
        [$status, $answer] = $server->call('PUT', $book, ['name' => 'Kept', 'text' => $wanted, 'version' => $version], 10);
        $now = 200 === $status ? Server::decoded($answer) : $server->insist('GET', $book);
        if (!in_array(Server::text($now, 'text'), [$wanted, $acknowledged], true)) {
            $lost[] = "kill {$kill}: a saved text";
        }
        $acknowledged = Server::text($now, 'text');
        $version = Server::number($now, 'version');
        // A press, sent again until it is answered, counts once.
        ++$plays;
        $window = (string) array_rand($shown);
        $news = $play($window, [['number' => $plays, 'do' => 'play', 'timeUs' => $plays * 1000, 'port' => 'keys', 'bytes' => 'B0 50 7F']]);
        if ([['name' => 'n', 'value' => $plays]] !== $news['memories']) {
            $lost[] = "kill {$kill}: press {$plays}, counted ".json_encode($news['memories']);
        }
        // A recording.
        if (0 === $plays % 7) {
            [$status, $answer] = $server->upload("take {$plays}.tape", "0 keys 90 3C 64\n");
            if (201 === $status) {
                $stored[] = Server::text(Server::decoded($answer), 'id');
            }
        }
    } while (microtime(true) < $until);
    pcntl_waitpid($child, $exit);
}
posix_kill($mover, \SIGKILL);
pcntl_waitpid($mover, $exit);
foreach (array_map(strval(...), array_keys($shown)) as $window) {
    $play($window, []);
    if ($shown[$window] !== [['name' => 'n', 'value' => $plays]]) {
        $lost[] = "window {$window} shows ".json_encode($shown[$window])." after {$plays} presses";
    }
}
$moved = array_map(intval(...), explode(' ', (string) @file_get_contents("{$server->folder}/moved").' 0 0'));
if (Server::text($server->insist('GET', $book), 'text') !== $acknowledged) {
    $lost[] = 'the last text';
}
$listed = (string) json_encode($server->insist('GET', '/api/tapes'));
foreach ($stored as $tape) {
    if (!str_contains($listed, $tape)) {
        $lost[] = "tape {$tape}";
    }
}
$server->stop();
printf(
    "%d kills during %d saves, %d presses, %d recordings, %d exports and %d imports: %d lost\n",
    $kills,
    $saves,
    $plays,
    count($stored),
    $moved[0],
    $moved[1],
    count($lost),
);
foreach ($lost as $each) {
    echo $each, "\n";
}
exit([] === $lost ? 0 : 1);
