<?php

declare(strict_types=1);

// Lets axe look at every view with all its rules, those for headings, landmarks and the size of targets among them, in both themes and
// three sizes, at the demo and at the large show: php tests/screens/axe.php [--demo] [VIEW …]

use ZigzagPost\Tests\Browser\Application;
use ZigzagPost\Tests\Browser\Axe;
use ZigzagPost\Tests\Browser\Chromium;
use ZigzagPost\Tests\Screens\LargeLibrary;
use ZigzagPost\Tests\Screens\Screen;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$names = array_slice($argv, 1);
$isDemo = in_array('--demo', $names, true);
$names = array_values(array_diff($names, ['--demo']));
$page = Chromium::open();
$page->manage()->timeouts()->setScriptTimeout(120);
$page->get(Application::noPage());
$ids = LargeLibrary::fill($page, 0);
if ($isDemo) {
    $shows = json_decode((string) file_get_contents(Application::address().'/api/shows'), true);
    foreach (is_array($shows) ? $shows : [] as $show) {
        if (is_array($show) && 'The ferry, mended' === $show['name']) {
            $ids = ['RIG' => $show['id'], 'BOOK' => $show['book']] + $ids;
        }
    }
}
$found = 0;
foreach ([['lamps-down', 1280, 800], ['daylight', 1280, 800], ['daylight', 390, 844]] as [$theme, $width, $height]) {
    Chromium::resize($page, $width, $height);
    $page->get(Application::noPage());
    $page->executeScript("localStorage.setItem('theme', arguments[0]); localStorage.setItem('bench-seen', 'yes')", [$theme]);
    foreach (Screen::all() as $screen) {
        if ([] === $names || in_array($screen->name, $names, true)) {
            $page->get(Application::address().strtr($screen->path, $ids));
            sleep(3);
            $screen->open($page);
            foreach (Axe::everything($page) as $problem) {
                ++$found;
                echo "{$theme} {$width} {$screen->name}: {$problem}\n";
            }
        }
    }
}
echo "{$found} found\n";
$page->quit();
