<?php

declare(strict_types=1);

/*
 * Kills the server again and again while somebody saves, plays and stores recordings: nothing that was acknowledged may be lost,
 * and no gesture may count twice.
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
for ($kill = 1; $kill <= $kills; ++$kill) {
    $child = pcntl_fork();
    if (0 === $child) {
        usleep(random_int(0, 60_000));
        $server->kill();
        posix_kill((int) getmypid(), \SIGKILL); // without the parent's clean-up
    }
    $until = microtime(true) + 0.12;
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
        $gesture = ['number' => $plays, 'do' => 'play', 'timeUs' => $plays * 1000, 'port' => 'keys', 'bytes' => 'B0 50 7F'];
        $news = $server->insist('POST', "{$bench}/play", ['request' => $plays, 'nowUs' => $plays * 1000, 'gestures' => [$gesture]]);
        if ([['name' => 'n', 'value' => $plays]] !== $news['memories'] || !is_array($news['came']) || 1 !== count($news['came'])) {
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
printf("%d kills during %d saves, %d presses and %d recordings: %d lost\n", $kills, $saves, $plays, count($stored), count($lost));
foreach ($lost as $each) {
    echo $each, "\n";
}
exit([] === $lost ? 0 : 1);
