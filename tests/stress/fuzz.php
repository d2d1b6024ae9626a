<?php

declare(strict_types=1);

/*
 * Sends changed files of every kind to a real server: each is taken, or refused in words, within five seconds.
 *
 *     ZIGZAG_CASES=100 php tests/stress/fuzz.php
 */

use ZigzagPost\Tests\App\ChangedFile;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Stress\Server;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$server = new Server();
$random = new Random\Randomizer(new Random\Engine\Mt19937((int) (getenv('ZIGZAG_SEED') ?: 8)));
$wrong = 0;
foreach (ChangedFile::KINDS as $kind => [$file, $to]) {
    $good = ChangedFile::good($file);
    $statuses = [];
    $longestS = 0.0;
    for ($case = 0; $case < Cases::number(100); ++$case) {
        $changed = ChangedFile::changed($good, $random);
        $began = microtime(true);
        [$status, $answer] =
            '/api/charts/read' === $to
                ? $server->send('POST', $to, (string) json_encode(['text' => $changed, 'name' => ''], \JSON_INVALID_UTF8_SUBSTITUTE), [
                    'Content-Type: application/json',
                ])
                : $server->upload($file, $changed, $to);
        $tookS = microtime(true) - $began;
        $longestS = max($longestS, $tookS);
        $statuses[$status] = ($statuses[$status] ?? 0) + 1;
        $isTold = $status < 400 || '' !== Server::text(Server::decoded($answer), 'error');
        if (0 === $status || $status >= 500 || !$isTold || $tookS > 5) {
            ++$wrong;
            printf("%s, case %d: %d after %.2f s: %s\n", $kind, $case, $status, $tookS, substr($answer, 0, 200));
            file_put_contents(sys_get_temp_dir()."/zigzag-fuzz-{$case}-{$file}", $changed);
        }
    }
    ksort($statuses);
    printf(
        "%-22s %s, at most %.2f s\n",
        $kind,
        implode(', ', array_map(static fn (int $status, int $times): string => "{$times} × {$status}", array_keys($statuses), $statuses)),
        $longestS,
    );
}
$server->stop();
printf("%d wrong\n", $wrong);
exit(0 === $wrong ? 0 : 1);
