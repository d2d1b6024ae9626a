<?php

declare(strict_types=1);

/*
 * A show plays between FIFOs, two hundred messages a second, while a page looks at its bench; one after the other php-fpm, nginx, the watcher,
 * the application and the player are killed, and the disk takes no more. What the player is not killed for must arrive whole and in its order.
 *
 *     php tests/stress/live.php
 */

use App\Live\HostFolder;
use App\Live\PlayerProcess;
use ZigzagPost\Tests\Stress\Server;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const EVERY_US = 5_000;
const PHASE_S = 3.0;

$server = new Server();
$fifos = [];
foreach (['keys', 'synth'] as $port) {
    posix_mkfifo("{$server->folder}/{$port}", 0o600);
    $fifos[$port] = fopen("{$server->folder}/{$port}", 'r+n') ?: throw new RuntimeException($port);
    stream_set_blocking($fifos[$port], false);
}
$rules = "port keys in\nport synth out\nmemory n = 0\nrule \"pass\"\n  take any\n  remember n = n + 1\n  send synth\n";
$device = static fn (string $port): string => "device:{$server->folder}/{$port}";
$json = json_encode([
    'schema' => 1, 'name' => 'Kept', 'charts' => new stdClass(), 'units' => [], 'leads' => [], 'rulebook' => $rules,
    'connections' => [(string) gethostname() => ['keys' => ['in' => $device('keys')], 'synth' => ['out' => $device('synth')]]],
], \JSON_THROW_ON_ERROR);
[$status, $answer] = $server->upload('kept.rig.json', $json, '/api/documents/import');
$rig = Server::text(Server::decoded($answer), 'id');
$bench = Server::text($server->insist('PUT', "/api/rigs/{$rig}/live", ['isDry' => false]), 'bench');
$state = dirname((glob("{$server->folder}/{,*/,*/*/,*/*/*/}state/lock", \GLOB_BRACE) ?: [])[0] ?? throw new RuntimeException('no host'));

$looking = pcntl_fork();
if (0 === $looking) {
    for ($request = 1;; ++$request) {
        $server->call('POST', "/api/bench/{$bench}/play", ['window' => 'lookinghere', 'request' => $request, 'nowUs' => 0, 'gestures' => []], 2);
        usleep(100_000);
    }
}

$killNginx = static function () use ($server): void {
    $master = (int) shell_exec('pgrep -f '.escapeshellarg(parse_url($server->address, \PHP_URL_PORT).'-nginx.conf'));
    0 === $master ?: shell_exec("pkill -9 -P {$master}; kill -9 {$master}");
};
$place = HostFolder::placeOf($state);
$player = static fn (): int => (int) @file_get_contents("{$place}/".PlayerProcess::FILE);
$phases = [
    'nothing' => static fn () => null,
    'php-fpm' => $server->kill(...),
    'nginx' => $killNginx,
    'watcher' => static fn () => posix_kill((int) HostFolder::ownerOf($state), \SIGKILL),
    'application' => $server->killDemo(...),
    'player' => static fn () => posix_kill($player(), \SIGKILL),
    'player hangs' => static fn () => posix_kill($player(), \SIGSTOP),
];
$number = 0;
$wrong = 0;
foreach ($phases as $name => $kill) {
    [$sentAt, $arrived, $heard, $worst, $hasKilled] = [[], [], '', 0.0, false];
    $begun = $next = microtime(true);
    while (($now = microtime(true)) < $begun + PHASE_S + 2.0) {
        if ($now < $begun + PHASE_S && $now >= $next) {
            $next += EVERY_US / 1e6;
            $message = chr(0xB0 | (($number >> 14) & 15)).chr(16 + (($number >> 7) & 63)).chr($number & 127);
            ++$number;
            $sentAt[$message] = microtime(true);
            fwrite($fifos['keys'], $message);
        }
        if (!$hasKilled && $now > $begun + PHASE_S / 3) {
            $hasKilled = true;
            $kill();
        }
        $heard .= (string) fread($fifos['synth'], 4096);
        for (; strlen($heard) >= 3; $heard = substr($heard, 3)) {
            $message = substr($heard, 0, 3);
            if (isset($sentAt[$message])) {
                $worst = max($worst, microtime(true) - $sentAt[$message]);
                $arrived[] = $message;
            }
        }
        usleep(500);
    }
    $missing = count($sentAt) - count(array_unique($arrived));
    $isInOrder = $arrived === array_values(array_intersect(array_map(strval(...), array_keys($sentAt)), $arrived));
    printf("%-14s %4d sent, %3d missing, %s, worst %7.1f ms\n", $name, count($sentAt), $missing, $isInOrder ? 'in order' : 'OUT OF ORDER', 1000 * $worst);
    $wrong += (!str_starts_with($name, 'player') && $missing > 0) || !$isInOrder || $missing > 600 ? 1 : 0;
}
posix_kill($looking, \SIGKILL);
$server->start();
$picture = Server::decoded($server->call('GET', "/api/rigs/{$rig}/live/now")[1])['picture'] ?? null;
$isFound = is_array($picture);
$isAlike = $isFound && false === ($picture['differs'] ?? null);
printf("found again: %s, and stands as the watcher has it: %s\n", $isFound ? 'yes' : 'NO', $isAlike ? 'yes' : 'NO');
$wrong += $isAlike ? 0 : 1;
$server->call('DELETE', "/api/rigs/{$rig}/live");
$server->stop();
exit($wrong > 0 ? 1 : 0);
