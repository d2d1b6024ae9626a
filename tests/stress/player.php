<?php

declare(strict_types=1);

/*
 * Plays a bench until it is told to stop, and says how long answers took. Every answer must be right.
 *
 *     php tests/stress/player.php http://127.0.0.1:8460
 */

$arguments = is_array($_SERVER['argv'] ?? null) ? $_SERVER['argv'] : [];
$address = is_string($arguments[1] ?? null) && '' !== $arguments[1] ? $arguments[1] : exit(2);
$curl = curl_init();
/** @param array<string, mixed> $body */
$call = static function (string $path, array $body) use ($curl, $address): array {
    curl_setopt($curl, \CURLOPT_URL, $address.$path);
    curl_setopt($curl, \CURLOPT_RETURNTRANSFER, true);
    curl_setopt($curl, \CURLOPT_HTTPHEADER, ['Content-Type: application/json']);
    curl_setopt($curl, \CURLOPT_POSTFIELDS, json_encode($body, \JSON_THROW_ON_ERROR));
    $answer = json_decode((string) curl_exec($curl), true);

    return [curl_getinfo($curl, \CURLINFO_RESPONSE_CODE), is_array($answer) ? $answer : []];
};
[, $bench] = $call('/api/bench', ['text' => (string) file_get_contents(dirname(__DIR__, 2).'/demo/salt-ferry.book')]);
$id = is_string($bench['id'] ?? null) ? $bench['id'] : exit(2);
$stop = false;
pcntl_async_signals(true);
pcntl_signal(\SIGTERM, static function () use (&$stop): void {
    $stop = true;
});
$times = [];
$wrong = 0;
for ($request = 1; !$stop; ++$request) {
    $began = hrtime(true);
    $gesture = [
        'number' => $request,
        'do' => 'play',
        'timeUs' => $request * 20_000,
        'port' => 'keys',
        'control' => 'key '.(48 + ($request % 24)),
        'value' => ($request % 2) * 96,
    ];
    [$status] = $call("/api/bench/{$id}/play", ['request' => $request, 'nowUs' => $request * 20_000, 'gestures' => [$gesture]]);
    $times[] = (hrtime(true) - $began) / 1e6;
    $wrong += 200 === $status ? 0 : 1;
    usleep(15_000);
}
sort($times);
$of = static fn (float $part): float => $times[(int) ((count($times) - 1) * $part)] ?? 0;
printf(
    "player: %d requests, %d wrong; median %.1f ms, 99 of 100 within %.1f ms, longest %.1f ms\n",
    count($times),
    $wrong,
    $of(0.5),
    $of(0.99),
    $of(1.0),
);
exit(0 === $wrong ? 0 : 1);
