<?php

declare(strict_types=1);

// Measures every view of the large show: php tests/screens/measure.php [--revisions N] [VIEW …]

use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use Facebook\WebDriver\WebDriverBy as By;
use ZigzagPost\Tests\Browser\Application;
use ZigzagPost\Tests\Browser\Browser;
use ZigzagPost\Tests\Browser\Chromium;
use ZigzagPost\Tests\Screens\LargeLibrary;
use ZigzagPost\Tests\Screens\Screen;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const LONGEST_S = 40;
const PLAYED_S = 8;
/** Keys of the computer that play notes on the bench; on the stage the arrows page through songs. */
const PLAYED = ['a', 's', 'd', 'f', 'g', 'h', 'j', '1', '2', '3'];

$names = array_slice($argv, 1);
$revisions = 500;
if ('--revisions' === ($names[0] ?? null)) {
    $revisions = (int) ($names[1] ?? 500);
    $names = array_slice($names, 2);
}
$page = Chromium::open();
$page->manage()->timeouts()->setScriptTimeout(600);
$page->get(Application::noPage());
$ids = LargeLibrary::fill($page, $revisions);
(new ChromeDevToolsDriver($page))->execute('Page.addScriptToEvaluateOnNewDocument', ['source' => (string) file_get_contents(__DIR__.'/watch.js')]);

/** The longest task of the main thread since it was asked for the last time, in milliseconds. */
$longest = static function (Browser $page): float {
    $found = $page->executeScript(
        'const found = Math.max(0, ...zigzagSeen.long.map(([, duration]) => duration)); zigzagSeen.long.length = 0; return found;',
    );

    return is_numeric($found) ? (float) $found : 0.0;
};

/** @return array{nodes: int, content: ?float, key: ?float, bytes: int, stops: int, opening: float, playing: ?float} */
$measured = static function (Browser $page, Screen $screen) use ($ids, $longest): array {
    $page->get(Application::noPage());
    $page->executeScript("sessionStorage.setItem('measured', arguments[0])", [$screen->content]);
    $begun = microtime(true);
    $page->get(Application::address().strtr($screen->path, $ids));
    if ('' !== $screen->tab) {
        $tab = By::xpath("//button[@role='tab'][starts-with(normalize-space(.), '{$screen->tab}')]");
        for (; [] === $page->findElements($tab) && microtime(true) < $begun + LONGEST_S; usleep(20_000)) {
        }
        if ('true' !== $page->findElement($tab)->getAttribute('aria-selected')) {
            $page->findElement($tab)->click();
        }
    }
    for (; [] === $page->findElements(By::cssSelector($screen->content)) && microtime(true) < $begun + LONGEST_S; usleep(20_000)) {
    }
    sleep(4);
    $opening = $longest($page);
    if ($screen->isPlayed) {
        $page->executeScript('document.activeElement?.blur()');
        for ($until = microtime(true) + PLAYED_S, $press = 0; microtime(true) < $until; ++$press) {
            $page->getKeyboard()->sendKeys(PLAYED[$press % count(PLAYED)]);
            usleep(80_000);
        }
        sleep(1);
    }
    $playing = $screen->isPlayed ? $longest($page) : null;
    $fields = $page->findElements(By::cssSelector($screen->field));
    foreach ('body' === $screen->field ? ['j', 'k', 'j'] : ["\u{E015}", "\u{E013}", "\u{E015}"] as $key) {
        if ([] !== $fields) {
            $page->executeScript('arguments[0].focus()', [$fields[0]]);
            $page->getKeyboard()->sendKeys($key);
            usleep(600_000);
        }
    }

    /** @var array{nodes: int, content: ?float, key: ?float, bytes: int, stops: int} $found */
    $found = $page->executeScript(
        <<<'JS'
        const bytes = [...performance.getEntriesByType('resource'), ...performance.getEntriesByType('navigation')]
            .reduce((sum, each) => sum + each.transferSize, 0);
        const main = document.querySelector('main');
        const stops = [...main.querySelectorAll('a[href], button, input, select, textarea, summary, [tabindex], [contenteditable=true]')]
            .filter((each) => each.tabIndex >= 0 && !each.disabled && each.getBoundingClientRect().width > 0);
        const things = [...document.querySelectorAll(arguments[0])];
        const first = stops.findIndex((each) => things.some((thing) => thing === each || thing.contains(each) || each.contains(thing)));
        return {
            nodes: document.querySelectorAll('*').length,
            content: zigzagSeen.content,
            key: zigzagSeen.keys.length === 0 ? null : Math.max(...zigzagSeen.keys),
            bytes,
            // The skip link is the first; Enter there leads into the view.
            stops: first < 0 ? -1 : first + 2,
        };
        JS,
        ['body' === $screen->field ? $screen->content : "{$screen->content}, {$screen->field}"],
    );

    return [...$found, 'opening' => $opening, 'playing' => $playing];
};
echo "| view | nodes | first content, ms | longest task, ms | while playing, ms | key to paint, ms | tab stops | KiB |\n";
echo "|---|---:|---:|---:|---:|---:|---:|---:|\n";
foreach (Screen::all() as $screen) {
    if ([] === $names || in_array($screen->name, $names, true)) {
        $found = $measured($page, $screen);
        printf(
            "| %s | %d | %s | %.0f | %s | %s | %d | %.0f |\n",
            $screen->name,
            $found['nodes'],
            null === $found['content'] ? 'none' : sprintf('%.0f', $found['content']),
            $found['opening'],
            null === $found['playing'] ? '' : sprintf('%.0f', $found['playing']),
            null === $found['key'] ? 'under 16' : sprintf('%.0f', $found['key']),
            $found['stops'],
            $found['bytes'] / 1024,
        );
    }
}
$page->quit();
