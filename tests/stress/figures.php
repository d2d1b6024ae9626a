<?php

declare(strict_types=1);

/*
 * How late a message is while the demo show plays between FIFOs, 200 messages a second: with no page open, then with a bench, two stages and the rig
 * picture in real browsers; and how long a panic takes from a key in a page to the first byte that leaves.
 *
 *     php tests/stress/figures.php [SECONDS]
 */

use Facebook\WebDriver\WebDriverKeys;
use ZigzagPost\Tests\App\Live\Fifos;
use ZigzagPost\Tests\Browser\Application;
use ZigzagPost\Tests\Browser\Chromium;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$seconds = (float) ($argv[1] ?? 10);
$devices = new Fifos(['keys', 'synths']);
[$folder, $fifos] = [$devices->folder, $devices->streams];
$page = Chromium::open();
$page->get(Application::noPage());
$page->executeScript("localStorage.setItem('bench-seen', 'yes'); localStorage.setItem('author', 'Ada')");
[$rig, $book] = (array) $page->executeAsyncScript(
    <<<'JS'
    const [folder, computer, done] = arguments;
    const json = async (path, options) => (await fetch(path, options)).json();
    (async () => {
        const mended = (await json('/api/documents?kind=rig')).find((each) => each.name === 'The ferry, mended');
        const rig = await json(`/api/rigs/${mended.id}/file`);
        rig.connections = { [computer]: { keys: { in: `device:${folder}/keys` }, synths: { out: `device:${folder}/synths` } } };
        const body = new FormData();
        body.append('file', new File([JSON.stringify(rig)], 'figures.rig.json'));
        const { id } = await json('/api/documents/import', { method: 'POST', body });
        await json(`/api/rigs/${id}/live`, { method: 'PUT', body: '{"isDry": false}', headers: { 'Content-Type': 'application/json' } });
        done([id, JSON.parse((await json(`/api/documents/${id}?alone=1`)).text).book]);
    })();
    JS,
    [$folder, (string) gethostname()],
);
if (!is_string($rig) || !is_string($book)) {
    throw new RuntimeException('the show could not be connected');
}

/** @return list<float> milliseconds from before a message is written until it has left */
$measure = static function (float $seconds) use ($fifos): array {
    $late = [];
    for ($end = microtime(true) + $seconds, $number = 0; microtime(true) < $end; ++$number) {
        while ('' !== (string) fread($fifos['synths'], 4096)) {
        }
        $begun = hrtime(true);
        fwrite($fifos['keys'], "\xB0\x01".chr($number & 127));
        while ('' === (string) fread($fifos['synths'], 1) && hrtime(true) - $begun < 500_000_000) {
            usleep(20);
        }
        $late[] = (hrtime(true) - $begun) / 1e6;
        usleep(max(0, 5_000 - (int) ((hrtime(true) - $begun) / 1000)));
    }
    sort($late);

    return $late;
};
/** Milliseconds from the key event in the page that is open to the first byte that leaves; what brings it to the page is none of it. */
$panic = static function (int $times) use ($page, $fifos): array {
    $late = [];
    for ($count = 0; $count < $times; ++$count) {
        fwrite($fifos['keys'], "\x90\x3C\x64");
        usleep(150_000);
        while ('' !== (string) fread($fifos['synths'], 4096)) {
        }
        $page->executeScript(
            "window.pressedAt = 0; addEventListener('keydown', () => { window.pressedAt = performance.timeOrigin + performance.now(); }, "
                .'{ capture: true, once: true })',
        );
        $page->getKeyboard()->sendKeys(WebDriverKeys::ESCAPE);
        $heard = '';
        for ($end = microtime(true) + 2; '' === $heard && microtime(true) < $end;) {
            $heard = (string) fread($fifos['synths'], 1);
            '' === $heard ? usleep(200) : null;
        }
        $late[] = microtime(true) * 1000 - (float) json_encode($page->executeScript('return window.pressedAt'));
        fwrite($fifos['keys'], "\x80\x3C\x40");
    }
    sort($late);

    return $late;
};
$tell = static function (string $what, array $late): void {
    /** @var list<float> $late */
    $of = static fn (float $share): float => $late[min(count($late) - 1, (int) ($share * count($late)))];
    printf("%-45s %6.2f %7.2f %7.2f %7.2f ms (%d)\n", $what, $of(0.5), $of(0.99), $of(0.999), $of(1.0), count($late));
};
printf("%-45s %6s %7s %7s %7s\n", '', 'middle', '99 %', '99.9 %', 'worst');
@proc_nice(-15); // what measures goes before what only looks, as the player does
$measure(1.0);
$tell('no page open', $measure($seconds));
$page->get(Application::address()."/stage/{$rig}");
sleep(4);
$tell('a stage open', $measure($seconds));
$tell('panic, from a key on the stage', $panic(40));
foreach (["/rigs/{$rig}", "/stage/{$rig}", "/stage/{$rig}", "/bench/{$book}"] as $path) {
    $page->switchTo()->newWindow();
    $page->get(Application::address().$path);
    sleep(3);
}
$tell('bench, two stages and the rig picture open', $measure($seconds));

$tell('panic, from a key in the bench', $panic(40));
$page->executeAsyncScript('fetch(`/api/rigs/${arguments[0]}/live`, { method: "DELETE" }).finally(arguments[1])', [$rig]);
$devices->remove();
