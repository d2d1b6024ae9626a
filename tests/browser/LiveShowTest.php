<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverBy as By;
use PHPUnit\Framework\Attributes\Group;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Tests\App\Live\Fifos;

/**
 * The rehearsal of the demo show between FIFOs, through player and watcher, seen on a bench in one window and on a stage in another: everything counts alike
 * everywhere. Seconds by ZIGZAG_SHOW_SECONDS.
 */
final class LiveShowTest extends PageTestCase
{
    private const INS = ['keys', 'slab', 'tilt', 'sequencer', 'strip', 'pads', 'host', 'treadle_in', 'desk_in'];
    private const OUTS = ['synths', 'boxes', 'sampler', 'lantern', 'treadle_out', 'desk_out'];

    private string $rig = '';
    private string $book = '';
    private Fifos $devices;
    private string $folder = '';
    private ?RemoteWebDriver $stage = null;
    /** @var array<string, resource> */
    private array $fifos = [];
    /** @var array<string, string> bytes that left, by FIFO */
    private array $got = [];

    protected function setUp(): void
    {
        parent::setUp();
        $this->devices = new Fifos([...self::INS, ...self::OUTS]);
        [$this->folder, $this->fifos] = [$this->devices->folder, $this->devices->streams];
        $this->page->get(Application::noPage());
        $this->page->executeScript("localStorage.setItem('bench-seen', 'yes')");
        $found = $this->page->executeAsyncScript(
            <<<'JS'
            const [folder, ins, outs, done] = arguments;
            (async () => {
                const mended = (await (await fetch('/api/documents?kind=rig')).json()).find((each) => each.name === 'The ferry, mended');
                const { computer } = await (await fetch(`/api/rigs/${mended.id}/live`)).json();
                const rig = await (await fetch(`/api/rigs/${mended.id}/file`)).json();
                const here = {};
                for (const [way, ports] of [['in', ins], ['out', outs]]) {
                    for (const port of ports) {
                        const name = port.replace(/_(in|out)$/, '');
                        here[name] = { ...here[name], [way]: `device:${folder}/${port}` };
                    }
                }
                rig.connections = { [computer]: here };
                const body = new FormData();
                body.append('file', new File([JSON.stringify(rig)], 'The crossing.rig.json'));
                const made = await (await fetch('/api/documents/import', { method: 'POST', body })).json();
                const headers = { 'Content-Type': 'application/json' };
                const connected = await fetch(`/api/rigs/${made.id}/live`, { method: 'PUT', body: '{"isDry":false}', headers });
                done([made.id, JSON.parse(made.text).book, connected.status]);
            })();
            JS,
            [$this->folder, self::INS, self::OUTS],
        );
        self::assertIsArray($found);
        self::assertSame(200, $found[2]);
        [$this->rig, $this->book] = [\is_string($found[0]) ? $found[0] : '', \is_string($found[1]) ? $found[1] : ''];
        $this->stage = Chromium::open();
    }

    protected function tearDown(): void
    {
        $this->page->get(Application::noPage()); // a view that watches it would ask for pictures that there are no more
        $this->page->executeAsyncScript('fetch(`/api/rigs/${arguments[0]}/live`, { method: "DELETE" }).finally(arguments[1])', [$this->rig]);
        $this->stage?->get('about:blank');
        $this->stage?->quit();
        parent::tearDown();
        $this->devices->remove();
    }

    #[Group('long')]
    public function testTheRehearsalPlaysBetweenDevicesAndIsSeenAlikeEverywhere(): void
    {
        $this->page->get(Application::address()."/bench/{$this->book}");
        $this->until(fn (): bool => str_contains($this->text('body'), 'Real devices play here'), 'the bench');
        $this->stage()->get(Application::address()."/stage/{$this->rig}");
        $this->until(fn (): bool => [] !== $this->stage()->findElements(By::cssSelector('[aria-label="Scene"]')), 'the stage');

        $sent = $this->play((int) (getenv('ZIGZAG_SHOW_SECONDS') ?: 12));
        $this->until(fn (): bool => $this->came() === array_filter($sent), 'the watcher has counted what was played');
        $this->page->executeAsyncScript(
            'const done = arguments[1]; fetch(`/api/rigs/${arguments[0]}/live/do`, { method: "POST", headers: { "Content-Type": "application/json" }, '
                .'body: `{"do":"panic"}` }).then(() => done())',
            [$this->rig],
        );
        $this->until(fn (): bool => $this->picture('.ports.reduce((sum, port) => sum + port.sent, 0)') === $this->heard(), 'and what left is what FIFOs got');
        self::assertFalse($this->picture('.differs'), 'player and watcher stand alike');
        $this->until(
            fn (): bool => $this->ofBench('ports.filter((p) => p.in && p.messages > 0).map((p) => [p.port, p.messages])') === self::pairs($this->came()),
            'the bench has counted the same',
        );
        $sounding = 'receivers.flatMap((r) => (r.view.voices ?? []).filter((v) => v !== null && v.isDown)).length';
        $this->until(fn (): bool => 0 === $this->ofBench($sounding), 'after panic nothing sounds on what stands for the devices');
        $scene = $this->picture('.scenes[live.picture.scene]');
        self::assertIsString($scene);
        $this->until(fn (): bool => str_contains($this->one('[aria-label=Scenes] [aria-current=step]')->getText(), $scene), 'the scene on the bench');
        $this->until(
            fn (): bool => str_starts_with($this->stage()->findElement(By::cssSelector('[aria-label="Scene"]'))->getText(), $scene),
            'and on the stage',
        );
    }

    /**
     * Plays the rehearsal, again and again, in its own time.
     *
     * @return array<string, int> messages that were played, by port
     */
    private function play(int $seconds): array
    {
        $sent = [];
        $begun = microtime(true);
        for ($round = 0; microtime(true) < $begun + $seconds; ++$round) {
            $from = microtime(true);
            foreach (TapeReader::ofText((string) file_get_contents(__DIR__.'/../../demo/rehearsal.tape')) as $event) {
                while (microtime(true) < $from + $event->timeUs / 1e6) {
                    $this->listen();
                    usleep(1000);
                }
                if (microtime(true) > $begun + $seconds) {
                    break;
                }
                fwrite($this->fifos[$event->port] ?? $this->fifos["{$event->port}_in"], $event->bytes);
                $sent[$event->port] = ($sent[$event->port] ?? 0) + 1;
            }
        }
        ksort($sent);

        return $sent;
    }

    private function listen(): void
    {
        foreach (self::OUTS as $port) {
            $this->got[$port] = ($this->got[$port] ?? '').fread($this->fifos[$port], 65536);
        }
    }

    /** Messages that have left, all FIFOs together. */
    private function heard(): int
    {
        $this->listen();
        $messages = 0;
        foreach ($this->got as $bytes) {
            $faults = [];
            $messages += \count((new Decoder())->feed($bytes, $faults));
        }

        return $messages;
    }

    /** @return array<string, int> messages that came, by port, as the watcher counts them */
    private function came(): array
    {
        $came = [];
        foreach ((array) $this->picture('.ports.filter((p) => p.came > 0).map((p) => [p.port, p.came])') as $pair) {
            if (\is_array($pair) && \is_string($pair[0]) && \is_int($pair[1])) {
                $came[$pair[0]] = $pair[1];
            }
        }
        ksort($came);

        return $came;
    }

    /**
     * @param array<string, int> $counts
     *
     * @return list<array<mixed>>
     */
    private static function pairs(array $counts): array
    {
        return array_map(static fn (string $port, int $count): array => [$port, $count], array_keys($counts), $counts);
    }

    private function picture(string $part): mixed
    {
        return $this->page->executeAsyncScript(
            "fetch(`/api/rigs/\${arguments[0]}/live/now`).then((r) => r.json()).then((live) => arguments[1](live.picture{$part}))",
            [$this->rig],
        );
    }

    /** @param string $part of the bench, as JavaScript; lists of pairs come in the order of their first */
    private function ofBench(string $part): mixed
    {
        $found = $this->page->executeAsyncScript(
            'const done = arguments[1]; fetch(`/api/rigs/${arguments[0]}/stage`).then((r) => r.json()).then((s) => fetch(`/api/bench/${s.bench}`))'
                .".then((r) => r.json()).then((b) => done(b.{$part}))",
            [$this->rig],
        );
        if (\is_array($found)) {
            sort($found);
        }

        return $found;
    }

    private function stage(): RemoteWebDriver
    {
        self::assertNotNull($this->stage);

        return $this->stage;
    }
}
