<?php

declare(strict_types=1);

// Takes the pictures in docs/screenshots from the demo data: php tests/browser/pictures.php [NAME …]

use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy as By;
use Facebook\WebDriver\WebDriverKeys;
use ZigzagPost\Tests\Browser\Application;
use ZigzagPost\Tests\Browser\Chromium;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$folder = dirname(__DIR__, 2).'/docs/screenshots';
$edit = <<<'JS'
const content = document.querySelector('.cm-content');
const view = content.cmTile?.view ?? content.cmView.view;
view.focus();
const at = view.state.doc.toString().indexOf(arguments[0]);
view.dispatch({ changes: { from: at, to: at + arguments[0].length, insert: arguments[1] },
    selection: { anchor: at + arguments[1].length }, scrollIntoView: true });
JS;
$press = static fn (
    string $label,
): string => "[...document.querySelectorAll('button')].find((each) => each.textContent.trim() === '{$label}' || each.ariaLabel === '{$label}').click()";
$open = static function (RemoteWebDriver $page, string $rig): void {
    $page->get(Application::address().'/library');
    sleep(2);
    $page->findElement(By::linkText($rig))->click();
    sleep(3);
};
$pictures = [
    'bench' => static function (RemoteWebDriver $page): void {
        sleep(16);
        $page->executeScript("[...document.querySelectorAll('[role=option]')].filter((each) => each.textContent.includes('vel')).at(-1)?.click()");
    },
    'daylight' => static function (RemoteWebDriver $page): void {
        sleep(10);
    },
    'whole-rig' => static function (RemoteWebDriver $page) use ($press, $open): void {
        $open($page, 'The Whole Rig');
        sleep(2);
        $hold =
            "const slab = document.querySelector('[role=application]'); slab.focus(); for (const key of ['1', '3', '5', 'ArrowRight', "
                ."'ArrowUp']) slab.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));";
        $page->executeScript($hold);
        usleep(400_000);
        $page->executeScript($press('Swing'));
        usleep(700_000);
        $page->executeScript($press('Still'));
        usleep(400_000);
        $page->executeScript(
            "for (const key of 'awsedf') window.dispatchEvent(new KeyboardEvent('keydown', { key, code: 'Key' + key, bubbles: true }))",
        );
        sleep(1);
    },
    'library' => static function (RemoteWebDriver $page) use ($press): void {
        $page->get(Application::address().'/library');
        sleep(2);
        $page->executeScript($press('Duplicate The Salt Ferry'));
        sleep(1);
        $page->executeScript($press('Delete The Salt Ferry (copy)'));
        sleep(1);
    },
    'rig' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, as found');
        $page->findElement(By::xpath("//*[@aria-label='The rig']//*[@role='button'][starts-with(., 'Drive')]"))->sendKeys(WebDriverKeys::ENTER);
        sleep(1);
    },
    'players' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The crossing board');
        $page->findElement(By::xpath("//button[@role='tab'][starts-with(., 'Plays')]"))->click();
        sleep(1);
    },
    'plan' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::xpath("//button[@role='tab'][starts-with(., 'Plan')]"))->click();
        sleep(1);
    },
    'test' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, as found');
        $page->findElement(By::xpath("//button[@role='tab'][starts-with(., 'Test')]"))->click();
        sleep(2);
        foreach ([1 => 'did not', 2 => 'did it', 3 => 'did it'] as $step => $what) {
            $page->findElement(By::cssSelector("[aria-label='Step {$step} {$what}']"))->click();
            sleep(1);
        }
    },
    'chart' => static function (RemoteWebDriver $page): void {
        $page->get(Application::address().'/charts');
        sleep(2);
        $page->findElement(By::linkText('Brine echo'))->click();
        sleep(2);
    },
    'learn' => static function (RemoteWebDriver $page) use ($press, $open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Bench'))->click();
        sleep(2);
        $page->executeScript($press('Learn'));
        usleep(600_000);
        $page->findElement(By::cssSelector('[aria-label^="Switch 8"]'))->sendKeys(' ');
        sleep(3);
        $page->findElement(By::cssSelector('[aria-label="What it should do"]'))->sendKeys('brine last bell'.WebDriverKeys::ENTER);
        sleep(2);
    },
    'calibrate' => static function (RemoteWebDriver $page) use ($press, $open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Bench'))->click();
        sleep(2);
        $page->executeScript($press('Calibrate a pedal'));
        $page->executeScript(
            <<<'JS'
            const pedal = document.querySelector('[aria-label="Pedal"]');
            const path = [60, ...Array(14).fill(3), ...Array.from({ length: 30 }, (_, step) => 3 + 4 * step),
                ...Array(16).fill(124), ...Array.from({ length: 30 }, (_, step) => 124 - 4 * step), ...Array(16).fill(3)];
            path.forEach((value, step) => setTimeout(() => {
                Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(pedal, String(value));
                pedal.dispatchEvent(new Event('input', { bubbles: true }));
            }, 40 * step));
            JS,
        );
        sleep(7);
    },
    'show' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Show'))->click();
        sleep(2);
    },
    'programs' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Show'))->click();
        sleep(2);
        $page->findElement(By::xpath("//button[@role='tab'][.='Programs']"))->click();
        sleep(1);
    },
    'switches' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Show'))->click();
        sleep(2);
        $page->findElement(By::xpath("//button[@role='tab'][.='Switches']"))->click();
        sleep(1);
    },
    'leaps' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Show'))->click();
        sleep(2);
        $page->findElement(By::xpath("//button[@role='tab'][.='Leaps']"))->click();
        sleep(3);
    },
    'proof' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Proof'))->click();
        sleep(4);
    },
    'live' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Live'))->click();
        sleep(3);
    },
    'stage' => static function (RemoteWebDriver $page) use ($open): void {
        $open($page, 'The ferry, mended');
        $page->findElement(By::linkText('Show'))->click();
        sleep(2);
        $page->findElement(By::linkText('Stage'))->click();
        sleep(3);
        $page->getKeyboard()->sendKeys(WebDriverKeys::PAGE_DOWN);
        sleep(1);
    },
    'finding' => static function (RemoteWebDriver $page) use ($edit, $open): void {
        $open($page, 'The Salt Ferry');
        sleep(2);
        $page->executeScript($edit, ['send gulls', 'send gills']);
        sleep(2);
    },
];
$wanted = array_intersect_key($pictures, array_flip(array_slice($argv, 1)));
foreach ([] === $wanted ? $pictures : $wanted as $name => $prepare) {
    $page = Chromium::open();
    $page->get(Application::noPage());
    $page->executeScript(
        "localStorage.setItem('theme', arguments[0]); ".
            (in_array($name, ['bench', 'daylight'], true) ? '' : "localStorage.setItem('bench-seen', 'yes')"),
        ['daylight' === $name ? 'daylight' : 'lamps-down'],
    );
    $page->get(Application::address());
    sleep(2);
    $prepare($page);
    usleep(600_000);
    $page->takeScreenshot("{$folder}/{$name}.png");
    $page->quit();
}
