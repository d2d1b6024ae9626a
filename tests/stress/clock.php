<?php

declare(strict_types=1);

// Measures what a bench of 300 rules with a clock at 120 makes the server work while a page plays it:
// php tests/stress/clock.php [SECONDS]

use ZigzagPost\Tests\Browser\Application;
use ZigzagPost\Tests\Browser\Chromium;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$seconds = (int) ($argv[1] ?? 20);
$book =
    "port keys in\nport moths out\nport gulls out\nclock lead\n  tempo 120\n  send moths, gulls\nrule \"go\"\n  take note key 0\n  start "
        ."lead\nscene \"A\"\n  on enter start lead\n";
for ($rule = 0; $rule < 300; ++$rule) {
    $book .=
        "rule \"{$rule}\"\n  take cc ".$rule % 120 .' channel '.(1 + intdiv($rule, 120))."\n  scale value 0..127 to 10..100\n  send moths\n";
}
/** Time that processes whose command line has these words have worked, in seconds. */
$worked = static function (string $words): float {
    $ticks = 0;
    foreach (glob('/proc/[0-9]*/cmdline') ?: [] as $file) {
        if (str_contains(str_replace("\0", ' ', (string) @file_get_contents($file)), $words)) {
            $stat = explode(' ', (string) preg_replace('/^.*\) /', '', (string) @file_get_contents(dirname($file).'/stat')));
            $ticks += (int) ($stat[11] ?? 0) + (int) ($stat[12] ?? 0);
        }
    }

    return $ticks / 100;
};
$page = Chromium::open();
$page->get(Application::address().'/api/openapi.json');
$page->executeScript("localStorage.setItem('bench-seen', 'yes')");
$page->executeAsyncScript(
    "const done = arguments[1]; fetch('/api/documents', { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: "
        ."JSON.stringify({ kind: 'rulebook', name: 'Clock', text: arguments[0] }) }).then(done)",
    [$book],
);
$page->get(Application::address());
sleep(6);
$before = [$worked('php-fpm'), $worked('nginx'), microtime(true)];
sleep($seconds);
$after = [$worked('php-fpm'), $worked('nginx'), microtime(true)];
$passed = $after[2] - $before[2];
printf(
    "in %.0f seconds: php-fpm %.1f %% of a core, nginx %.1f %%\n",
    $passed,
    (100 * ($after[0] - $before[0])) / $passed,
    (100 * ($after[1] - $before[1])) / $passed,
);
$page->quit();
