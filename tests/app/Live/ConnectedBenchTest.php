<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\LiveHosts;
use App\Live\PlayerProcess;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Bench and stage of a show that plays between real devices: what really happens is seen there, and what is done there reaches them. */
final class ConnectedBenchTest extends ConnectedTestCase
{
    private const RULES = <<<'BOOK'
        port keys in
        port synth out
        scene "Calm"
          on enter recall moths 3
        scene "Storm"
          on enter recall moths 7
        always
        rule "notes"
          from keys
          take note, cc, bend
          send synth

        BOOK;

    private string $bench = '';
    private int $request = 0;
    private int $gestures = 0;

    public function testWhatRealDevicesDoIsSeenAndWhatIsDoneHereReachesThem(): void
    {
        $this->connect();
        self::assertSame("\xC0\x03", $this->heard(2), 'the first scene');
        $this->gathered['onewindow'][] = $this->call('GET', "/api/bench/{$this->bench}?window=onewindow", null, 200, 'Bench');
        $this->news(static fn (array $news): bool => '3' === self::moths($news)); // what stands for the synth has heard it as well

        $standing = ['units' => [['unit' => 'moths', 'shown' => '3', 'name' => '']]];
        self::assertSame($standing, $this->call('GET', "/api/rigs/{$this->rig}/live/standing", null, 200));

        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        self::assertSame("\x90\x3C\x64", $this->heard(3));
        $this->call('GET', "/api/rigs/{$this->rig}/live/standing", null, 200); // whoever looks on takes no news away
        $news = $this->news(static fn (array $news): bool => [] !== $news['records']);
        self::assertStringContainsString('C4', json_encode($news['records'], \JSON_THROW_ON_ERROR));
        self::assertSame([['bytes' => '90 3C 64', 'port' => 'keys']], self::came($news));

        // What is played on the screen comes in like that of a device.
        $this->do(['do' => 'play', 'sender' => 'board', 'control' => 'Wheel', 'value' => 100]);
        self::assertSame("\xB0\x01\x64", $this->heard(3));
        $this->do(['do' => 'play', 'port' => 'keys', 'bytes' => '90 40 60']);
        self::assertSame("\x90\x40\x60", $this->heard(3));
        $this->do(['do' => 'play', 'port' => 'attic', 'bytes' => '90 40 00']);
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'no in port'));

        $this->do(['do' => 'scene', 'scene' => 1]);
        self::assertSame("\xC0\x07", $this->heard(2));
        $this->news(static fn (array $news): bool => '7' === self::moths($news));
        $this->do(['do' => 'scene', 'scene' => 9]);
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'no such scene'));

        $this->do(['do' => 'panic']);
        self::assertSame('803c40804040b04000b07b00b07800', bin2hex($this->heard(15)));
        $stage = $this->call('GET', "/api/rigs/{$this->rig}/stage", null, 200, 'Stage');
        self::assertSame([$this->bench, []], [$stage['bench'], $stage['differs']], 'the stage shows what really plays, which is what is stored');
    }

    public function testWhoeverComesComesToTheSameBench(): void
    {
        $this->connect();
        $opened = $this->call('POST', '/api/bench', ['text' => self::RULES, 'rulebook' => $this->book(), 'rig' => $this->rig, 'window' => 'otherwindow'], 200);
        self::assertSame($this->bench, $opened['id']);
        // A bench of its own cannot take the stage away.
        $this->call('PUT', "/api/rigs/{$this->rig}/stage", ['bench' => '0123456789abcdef', 'instead' => null], 200);
        self::assertSame($this->bench, $this->call('GET', "/api/rigs/{$this->rig}/stage", null, 200)['bench']);
        fwrite($this->fifos['keys'], "\xB0\x07\x33");
        foreach (['onewindow', 'otherwindow'] as $window) {
            $news = $this->news(static fn (array $news): bool => [] !== $news['came'], $window);
            self::assertSame([['bytes' => 'B0 07 33', 'port' => 'keys']], self::came($news), "told to {$window} once");
        }
    }

    public function testOtherRulesReachDevicesAtAPressOnly(): void
    {
        $this->connect();
        $document = $this->call('GET', '/api/documents/'.$this->book(), null, 200);
        $text = str_replace('  send synth', "  set channel = 3\n  send synth", self::RULES);
        $this->call('PUT', '/api/documents/'.$this->book(), ['name' => 'Trial', 'version' => $document['version'], 'text' => $text], 200);
        $checked = $this->call('POST', '/api/check', ['text' => $text, 'rig' => $this->rig, 'rulebook' => $this->book()], 200);
        $this->do(['do' => 'rules', 'book' => $checked['book']]);
        $stage = $this->call('GET', "/api/rigs/{$this->rig}/stage", null, 200, 'Stage');
        self::assertSame(['rules'], $stage['differs']);
        $this->heard(2);
        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        self::assertSame("\x90\x3C\x64", $this->heard(3), 'devices play as before');
        $this->do(['do' => 'rules', 'book' => $checked['book'], 'pressed' => true]);
        $this->news(static fn (array $news): bool => $news['book'] === $checked['book']);
        fwrite($this->fifos['keys'], "\x80\x3C\x40\x90\x3E\x64");
        self::assertSame("\x80\x3C\x40\x92\x3E\x64", $this->heard(6), 'a held note ends where it began');
        self::assertSame([], $this->call('GET', "/api/rigs/{$this->rig}/stage", null, 200)['differs']);
    }

    public function testWhatIsKeptBackIsNotHeardByWhatStandsForTheDevice(): void
    {
        $this->connect();
        $this->news(static fn (array $news): bool => '3' === self::moths($news));
        $this->call('POST', "/api/rigs/{$this->rig}/live/do", ['do' => 'mute', 'about' => 'synth'], 200);
        $this->do(['do' => 'scene', 'scene' => 1]);
        $news = $this->news(static fn (array $news): bool => \is_array($news['scenes']));
        self::assertSame(1, $this->at($news, 'scenes.current'));
        $whole = $this->call('GET', "/api/bench/{$this->bench}?window=thirdwindow", null, 200);
        self::assertSame('3', self::moths($whole), 'the synth did not get it either');
    }

    public function testADeviceThatGoesAndComesBackIsTold(): void
    {
        $this->connect();
        $news = $this->news(static fn (array $news): bool => '3' === self::moths($news));
        self::assertSame([], $news['told'], 'that all are there at the beginning is no news');
        rename("{$this->folder}/synth", "{$this->folder}/away");
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'is gone'));
        rename("{$this->folder}/away", "{$this->folder}/synth");
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'synth sends to'));
    }

    public function testADeviceThatIsBackIsRestoredWhereTheRigSaysSo(): void
    {
        foreach (['by itself' => "\xC0\x03", 'ask' => '', 'never' => ''] as $back => $heard) {
            $this->connect($back);
            self::assertSame("\xC0\x03", $this->heard(2));
            rename("{$this->folder}/synth", "{$this->folder}/away");
            $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'is gone'));
            rename("{$this->folder}/away", "{$this->folder}/synth");
            $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'synth sends to'));
            self::assertSame($heard, $this->heard(2, 0.5), "back: {$back}");
            $this->call('DELETE', "/api/rigs/{$this->rig}/live", null, 200);
            $this->heard(100, 0.2);
        }
    }

    public function testWhatIsDoneWhileThePlayerIsStartedAgainIsNotLost(): void
    {
        $this->connect();
        $this->news(static fn (array $news): bool => '3' === self::moths($news));
        $hosts = self::getContainer()->get(LiveHosts::class);
        \assert($hosts instanceof LiveHosts);
        posix_kill((int) file_get_contents("{$hosts->place($this->rig)}/".PlayerProcess::FILE), \SIGKILL);
        $this->do(['do' => 'scene', 'scene' => 1]);
        self::assertStringContainsString("\xC0\x07", $this->heard(14));
        $this->news(static fn (array $news): bool => '7' === self::moths($news));
    }

    public function testABenchOutlivesPlayerAndHost(): void
    {
        $this->connect();
        fwrite($this->fifos['keys'], "\x90\x3C\x64");
        $this->news(static fn (array $news): bool => [] !== $news['came']);
        $this->call('DELETE', "/api/rigs/{$this->rig}/live", null, 200);
        $news = $this->news(static fn (array $news): bool => [] !== $news['told']);
        self::assertStringContainsString('Nothing is connected any more', json_encode($news['told'], \JSON_THROW_ON_ERROR));
        $this->heard(100, 0.3);
        $this->do(['do' => 'scene', 'scene' => 1]);
        self::assertSame('', $this->heard(1, 0.3), 'a simulated bench again');
        self::assertNull($this->call('GET', "/api/rigs/{$this->rig}/live/now", null, 200)['bench']);
        self::assertSame($this->bench, $this->call('GET', "/api/rigs/{$this->rig}/stage", null, 200)['bench'], 'the stage stays where it is');
        $again = $this->call('PUT', "/api/rigs/{$this->rig}/live", ['isDry' => false], 200, 'LiveNow');
        self::assertIsString($again['bench']);
        self::assertNotSame($this->bench, $again['bench']);
        self::assertSame($again['bench'], $this->call('GET', "/api/rigs/{$this->rig}/stage", null, 200)['bench']);
    }

    public function testARealSwitchSaysThatItWasWrong(): void
    {
        $this->connect();
        // A value below the highest, another control, another channel, and the release say nothing; the press does, however its bytes come.
        foreach (["\xB0\x07\x33", "\xB0\x51\x7F", "\xB1\x50\x7F", "\xB0\x50\x00", "\x90\x50\x7F"] as $bytes) {
            fwrite($this->fifos['keys'], $bytes);
        }
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['came'], \JSON_THROW_ON_ERROR), '90 50 7F'));
        self::assertSame([], $this->moments());
        fwrite($this->fifos['keys'], "\xB0\x07\x34\x50");
        usleep(50_000);
        // Whoever looks in between loses nothing.
        $this->call('GET', "/api/bench/{$this->bench}?window=otherwindow", null, 200, 'Bench');
        fwrite($this->fifos['keys'], "\x7F\x50\x00");
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'That was wrong: the last minute is kept'));
        self::assertCount(1, $this->moments());
        fwrite($this->fifos['keys'], "\x50\x40");
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'That was wrong: the last minute is kept'));
        self::assertCount(2, $this->moments());
        $this->do(['do' => 'play', 'sender' => 'board', 'control' => 'Oops', 'value' => 127]);
        $this->news(static fn (array $news): bool => str_contains(json_encode($news['told'], \JSON_THROW_ON_ERROR), 'That was wrong: the last minute is kept'));
        self::assertCount(3, $this->moments(), 'the one on the screen, once');
    }

    /** @return list<mixed> minutes that were kept */
    private function moments(): array
    {
        usleep(100_000);
        $this->ask('onewindow');
        $this->call('GET', '/api/documents', null, 200);
        $documents = $this->answer();

        return array_values(array_filter(
            array_is_list($documents) ? $documents : (array) ($documents['documents'] ?? []),
            static fn (mixed $each): bool => \is_array($each) && 'moment' === ($each['kind'] ?? null),
        ));
    }

    private function connect(?string $back = null): void
    {
        $programs = [
            'count' => 128,
            'shown' => ['pattern' => '{number}', 'firstSlot' => 0, 'size' => 128],
            'wire' => ['perBank' => 128, 'msb' => 'none', 'lsb' => 'none'],
        ];
        $kit = [
            'schema' => 1,
            'name' => 'Trial',
            'charts' => [
                'board' => [
                    'revision' => 1,
                    'chart' => Kit::board([
                        ['name' => 'Wheel', 'sort' => 'wheel', 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 1]]]],
                        ['name' => 'Oops', 'sort' => 'switch', 'sends' => [
                            ['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 80, 'values' => [127, 127]]],
                            ['gesture' => 'release', 'message' => ['kind' => 'cc', 'number' => 80, 'values' => [0, 0]]],
                        ]],
                    ]),
                ],
                'synth' => ['revision' => 1, 'chart' => Kit::hearer('Moths', more: ['programs' => $programs])],
            ],
            'units' => [
                ['name' => 'board', 'chart' => ['id' => 'board', 'revision' => 1]],
                ['name' => 'moths', 'chart' => ['id' => 'synth', 'revision' => 1]],
            ],
            'leads' => [Kit::lead('a', 'board out', 'post keys'), Kit::lead('b', 'post synth', 'moths in')],
            'rulebook' => self::RULES,
            'show' => ['mark' => ['unit' => 'board', 'control' => 'Oops']],
            'connections' => [
                (string) gethostname() => [
                    'keys' => ['in' => "device:{$this->folder}/keys"],
                    'synth' => ['out' => "device:{$this->folder}/synth"] + (null === $back ? [] : ['back' => $back]),
                ],
            ],
        ];
        $this->rig = $this->text($this->upload('trial.rig.json', Json::encode($kit), 201, '/api/documents/import'), 'id');
        $this->bench = $this->text($this->call('PUT', "/api/rigs/{$this->rig}/live", ['isDry' => false], 200, 'LiveNow'), 'bench');
    }

    private function book(): string
    {
        $rig = json_decode($this->text($this->call('GET', "/api/documents/{$this->rig}?alone=1", null, 200), 'text'), true);
        self::assertIsArray($rig);

        return $this->text($rig, 'book');
    }

    /** @param array<string, mixed> $gesture */
    private function do(array $gesture): void
    {
        $this->ask('onewindow', [['number' => ++$this->gestures, 'timeUs' => 0] + $gesture]);
    }

    /**
     * @param list<array<string, mixed>> $gestures
     *
     * @return array<mixed>
     */
    private function ask(string $window, array $gestures = []): array
    {
        $body = ['request' => ++$this->request, 'nowUs' => 0, 'window' => $window, 'gestures' => $gestures];

        return $this->gathered[$window][] = $this->call('POST', "/api/bench/{$this->bench}/play", $body, 200, 'News');
    }

    /** @var array<string, list<array<mixed>>> what a window was told and has not looked at */
    private array $gathered = [];

    /**
     * Asks until something is told.
     *
     * @param \Closure(array<mixed>): bool $isIt
     *
     * @return array<mixed>
     */
    private function news(\Closure $isIt, string $window = 'onewindow'): array
    {
        for ($end = microtime(true) + 4; microtime(true) < $end; usleep(20_000)) {
            while (isset($this->gathered[$window][0])) {
                $news = array_shift($this->gathered[$window]);
                if ($isIt($news)) {
                    return $news;
                }
            }
            $this->ask($window);
        }
        self::fail('waited in vain');
    }

    /**
     * @param array<mixed> $news
     *
     * @return list<array<mixed>>
     */
    private static function came(array $news): array
    {
        return array_map(static fn (mixed $came): array => array_diff_key((array) $came, ['timeUs' => 0]), array_values((array) $news['came']));
    }

    /**
     * The program on what stands for the synth, where it is told.
     *
     * @param array<mixed> $news
     */
    private static function moths(array $news): ?string
    {
        foreach ((array) $news['receivers'] as $receiver) {
            $view = \is_array($receiver) && 'moths' === ($receiver['port'] ?? null) ? (array) $receiver['view'] : [];
            if (\is_array($view['program'] ?? null) && \is_string($view['program']['shown'] ?? null)) {
                return $view['program']['shown'];
            }
        }

        return null;
    }
}
