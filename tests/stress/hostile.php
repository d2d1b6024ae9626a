<?php

declare(strict_types=1);

/*
 * Sends hostile rulebooks and files to the application while somebody plays: none may end in a failure inside, no process may
 * die, and each must get what stands beside it. Says how long the player had to wait at most.
 *
 *     php tests/stress/hostile.php
 */

use Symfony\Component\Process\Process;
use ZigzagPost\Tests\Stress\Hostile;
use ZigzagPost\Tests\Stress\Server;

require dirname(__DIR__, 2).'/vendor/autoload.php';

ini_set('memory_limit', '2G');
$server = new Server();
$player = new Process(['php', __DIR__.'/player.php', $server->address], timeout: null);
$player->start();
$failed = [];
$count = 0;
$judge = static function (string $name, int $status, string $answer, string $pattern, float $seconds) use (&$failed, &$count): void {
    ++$count;
    $isRight = $status > 0 && 500 !== $status && 502 !== $status && 503 !== $status && 1 === preg_match($pattern, $answer);
    printf("%-45s %3d %6.2f s  %s\n", $name, $status, $seconds, $isRight ? 'right' : 'WRONG: '.substr($answer, 0, 200));
    if (!$isRight) {
        $failed[] = $name;
    }
};
foreach (Hostile::rulebooks() as $name => [$text, $pattern]) {
    $began = microtime(true);
    if (!mb_check_encoding($text, 'UTF-8')) {
        [$status, $answer] = $server->send('POST', '/api/check', '{"text": "'.addcslashes($text, "\"\n\\").'"}', ['Content-Type: application/json'], 60);
    } else {
        [$status, $answer] = $server->call('POST', '/api/check', ['text' => $text]);
    }
    $judge($name, $status, $answer, $pattern, microtime(true) - $began);
}
foreach (Hostile::files() as $name => [$file, $content, $pattern]) {
    $began = microtime(true);
    [$status, $answer] = $server->upload($file, $content);
    $judge($name, $status, $answer, $pattern, microtime(true) - $began);
}
$player->signal(\SIGTERM);
$player->wait();
echo $player->getOutput(), $player->getErrorOutput();
$log = (string) @file_get_contents(dirname(__DIR__, 2).'/var/server/php-fpm.log');
$died = preg_match_all('/exited on signal (?!15)/', $log);
$server->stop();
printf("%d cases, %d wrong%s\n", $count, count($failed), [] === $failed ? '' : ': '.implode(', ', $failed));
exit([] === $failed && 0 === $player->getExitCode() ? 0 : 1);
