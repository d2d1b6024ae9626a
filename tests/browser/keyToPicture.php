<?php

declare(strict_types=1);

// Measures how long a key takes until its message is drawn, with few and with many messages on the zigzag:
// php tests/browser/keyToPicture.php [MESSAGES …]

use ZigzagPost\Tests\Browser\Application;
use ZigzagPost\Tests\Browser\Chromium;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const KEYS = 300;
const A_TIME = 100;

$press = <<<'JS'
window.press = (down, index) => window.dispatchEvent(new KeyboardEvent(down ? 'keydown' : 'keyup',
    { key: 'asdfghjk'[index % 8], code: 'Key' + 'ASDFGHJK'[index % 8], bubbles: true }));
window.count = () => Number(document.querySelector('[role=option]:last-of-type')?.getAttribute('aria-setsize') ?? 0);
JS;
$fill = <<<'JS'
const [wanted, done] = arguments;
let index = 0;
const step = () => {
    for (let i = 0; i < 40 && count() < wanted; i += 1) { press(true, index); press(false, index); index += 1; }
    count() < wanted ? setTimeout(step, 60) : setTimeout(() => done(count()), 2000);
};
step();
JS;
$measure = <<<'JS'
const [keys, done] = arguments;
const times = [];
const one = (index) => {
    if (index >= keys) { done(times); return; }
    const before = count();
    const begun = performance.now();
    press(true, index);
    const look = () => {
        if (count() > before) {
            const painted = new MessageChannel(); // heard when this frame has been drawn
            painted.port1.onmessage = () => {
                times.push(performance.now() - begun);
                press(false, index);
                setTimeout(() => one(index + 1), 90 + (index % 7) * 11);
            };
            painted.port2.postMessage(0);
        } else { requestAnimationFrame(look); }
    };
    requestAnimationFrame(look);
};
one(0);
JS;
echo "messages  median  95 of 100  longest (ms, key to picture)\n";
foreach ([] === array_slice($argv, 1) ? ['1000', '20000'] : array_slice($argv, 1) as $wanted) {
    $page = Chromium::open();
    $page->manage()->timeouts()->setScriptTimeout(600);
    $page->get(Application::noPage());
    $page->executeScript("localStorage.setItem('bench-seen', 'yes')");
    $page->get(Application::address());
    sleep(3);
    $page->executeScript($press);
    $there = $page->executeAsyncScript($fill, [(int) $wanted]);
    $times = [];
    for ($done = 0; $done < KEYS; $done += A_TIME) {
        // a call to the browser takes no longer than a minute
        $some = $page->executeAsyncScript($measure, [A_TIME]);
        array_push($times, ...array_filter(is_array($some) ? $some : [], is_numeric(...)));
    }
    sort($times);
    assert(is_numeric($there));
    printf("%8d  %6.1f  %9.1f  %7.1f\n", $there, $times[intdiv(KEYS, 2)], $times[(int) (KEYS * 0.95)], $times[KEYS - 1]);
    $page->quit();
}
