<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use ZigzagPost\Tests\Core\Cases;

/** Several windows on one bench and one stage: nothing that one does is lost or doubled by another, and each is told what the others did. */
final class WindowsTest extends ApiTestCase
{
    private const BOOK = "port keys in\nport moths out\n\nscene \"One\"\n\nscene \"Two\"\n\nalways\n\nrule \"Up\"\n  from keys\n  take "
        ."note\n  set key = key + 1\n  send moths\n\nrule \"The rest\"\n  take cc, bend\n  send moths\n";

    /** Windows that lose answers, send again, and number alike, against one that is alone and does the same in the same order. */
    public function testWhatManyWindowsDoIsWhatOneWouldHaveDone(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(29));
        for ($case = 0; $case < Cases::number(2); ++$case) {
            $path = $this->openBench(self::BOOK);
            $windows = [];
            for ($i = $random->getInt(2, 4); $i > 0; --$i) {
                $window = new Hand(bin2hex($random->getBytes(6)));
                $this->call('GET', "{$path}?window={$window->name}", null, 200, 'Bench');
                $windows[] = $window;
            }
            [$done, $nowUs] = [[], 0];
            for ($step = 0; $step < 125; ++$step) {
                $window = $windows[$random->getInt(0, \count($windows) - 1)];
                $gestures = [];
                for ($count = $random->getInt(0, 3); $count > 0; --$count) {
                    $gestures[] = $window->does($nowUs += 1000, $random);
                }
                $body = $window->asks($nowUs + 100, $gestures);
                $news = $this->call('POST', "{$path}/play", $body, 200, 'News');
                if (1 === $random->getInt(1, 4)) {
                    // the answer got lost
                    self::assertSame($news, $this->call('POST', "{$path}/play", $body, 200));
                }
                $done = [...$done, ...$gestures];
                $window->hears($news);
            }
            foreach ($windows as $window) {
                // hands off
                $gestures = $window->letsGo($nowUs);
                $nowUs += 1000 * \count($gestures);
                $done = [...$done, ...$gestures];
                $window->hears($this->call('POST', "{$path}/play", $window->asks($nowUs + 100, $gestures), 200));
            }
            $views = [];
            foreach ($windows as $window) {
                // what is still owed
                $window->hears($this->call('POST', "{$path}/play", $window->asks($nowUs + 200, []), 200));
                $views[] = array_intersect_key($this->call('GET', "{$path}?window={$window->name}", null, 200), [
                    'rules' => 0,
                    'ports' => 0,
                    'receivers' => 0,
                    'scenes' => 0,
                ]);
            }
            $alone = $this->openBench(self::BOOK);
            $news = $this->call(
                'POST',
                "{$alone}/play",
                [
                    'request' => 1,
                    'nowUs' => $nowUs + 200,
                    'gestures' => array_map(
                        static fn (array $gesture, int $index): array => ['number' => $index + 1] + $gesture,
                        $done,
                        array_keys($done),
                    ),
                ],
                200,
            );
            $expected = array_intersect_key($this->call('GET', $alone, null, 200), ['rules' => 0, 'ports' => 0, 'receivers' => 0, 'scenes' => 0]);
            foreach ($windows as $window) {
                self::assertSame($news['came'], $window->came, 'everything that came in, once, in its order');
                self::assertSame(array_column((array) $news['records'], 'text'), $window->records);
            }
            foreach ($views as $view) {
                self::assertSame($expected, $view, 'and all see the same');
            }
            self::assertStringNotContainsString('"sounds":true', (string) json_encode($expected['receivers']));
        }
    }

    public function testAWindowThatIsClosedIsOwedNothing(): void
    {
        $path = $this->openBench(self::BOOK);
        foreach (['aaaaaaaa', 'bbbbbbbb'] as $name) {
            $this->call('GET', "{$path}?window={$name}", null, 200);
        }
        $this->browser->request('POST', "{$path}/leave?window=bbbbbbbb");
        self::assertSame(204, $this->browser->getResponse()->getStatusCode());
        $this->call(
            'POST',
            "{$path}/play",
            [
                'window' => 'aaaaaaaa',
                'request' => 1,
                'nowUs' => 10,
                'gestures' => [['number' => 1, 'timeUs' => 5, 'do' => 'play', 'port' => 'keys', 'bytes' => '90 3C 64']],
            ],
            200,
        );
        self::assertSame(
            [],
            $this->call('POST', "{$path}/play", ['window' => 'bbbbbbbb', 'request' => 1, 'nowUs' => 20, 'gestures' => []], 200)['came'],
        );
        $this->call('GET', "{$path}/turn?window=bbbbbbbb", null, 200);
        $this->call(
            'POST',
            "{$path}/play",
            [
                'window' => 'aaaaaaaa',
                'request' => 2,
                'nowUs' => 30,
                'gestures' => [['number' => 2, 'timeUs' => 25, 'do' => 'play', 'port' => 'keys', 'bytes' => '80 3C 40']],
            ],
            200,
        );
        self::assertCount(
            1,
            (array) $this->call('POST', "{$path}/play", ['window' => 'bbbbbbbb', 'request' => 2, 'nowUs' => 40, 'gestures' => []], 200)['came'],
            'once it asks it is there again',
        );
        foreach (['x', 'AAAAAAAA', '../../etc/passwd', str_repeat('a', 33)] as $wrong) {
            $this->call('GET', "{$path}?window=".rawurlencode($wrong), null, 400);
            $this->call(
                'POST',
                "{$path}/play",
                ['window' => $wrong, 'request' => 1, 'nowUs' => 1, 'gestures' => []],
                'x' === $wrong || \strlen($wrong) < 33 ? 400 : 413,
            );
        }
        $this->call('POST', "{$path}/play", ['window' => 'aaaaaaaa', 'request' => 1, 'nowUs' => 1, 'gestures' => []], 409);
    }

    public function testOneWhoComesLaterComesToTheBenchOnWhichOthersPlay(): void
    {
        $book = $this->text($this->call('POST', '/api/documents', ['kind' => 'rulebook', 'name' => 'Shared', 'text' => self::BOOK], 201), 'id');
        $open = fn (string $window, int $status): array => $this->call(
            'POST',
            '/api/bench',
            ['text' => self::BOOK, 'rulebook' => $book, 'window' => $window],
            $status,
            'Bench',
        );
        $first = $open('aaaaaaaa', 201);
        $this->call(
            'POST',
            "/api/bench/{$this->text($first, 'id')}/play",
            ['window' => 'aaaaaaaa', 'request' => 1, 'nowUs' => 5_000_000, 'gestures' => []],
            200,
        );
        $second = $open('bbbbbbbb', 200);
        self::assertSame($first['id'], $second['id']);
        self::assertGreaterThanOrEqual(5_000_000, $second['clockUs'], 'it is as late there as for the first');
        self::assertSame([0, 0], [$second['heard'], $second['request']], 'its own numbers begin at one');
        foreach (['aaaaaaaa', 'bbbbbbbb'] as $window) {
            $this->browser->request('POST', "/api/bench/{$this->text($first, 'id')}/leave?window={$window}");
        }
        self::assertNotSame($first['id'], $open('cccccccc', 201)['id'], 'where nobody plays any more, a new one begins');
    }

    public function testALockedShowIsNotChangedAnywhereButTicksAndLogAre(): void
    {
        $rig = $this->text(
            ['id' => array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')['The ferry, mended'] ?? null],
            'id',
        );
        $whole = $this->call('GET', "/api/documents/{$rig}", null, 200);
        $json = json_decode($this->text($whole, 'text'), true);
        self::assertIsArray($json);
        $book = $this->text($json, 'book');
        $this->browser->request('PUT', "/api/rigs/{$rig}/lock", server: ['HTTP_X_AUTHOR' => 'Ida']);
        $lock = $this->at($this->answer(), 'lock');
        self::assertIsArray($lock);
        self::assertSame('Ida', $lock['by']);
        $text = $this->call('GET', "/api/documents/{$book}", null, 200);
        $version = \is_int($whole['version']) ? $whole['version'] : 0;
        $put = static fn (array $change): array => ['name' => $whole['name'], 'text' => (string) json_encode($change + $json), 'version' => $version];
        $units = \is_array($json['units']) ? $json['units'] : [];
        $refused = [
            [
                'PUT',
                "/api/documents/{$book}",
                ['name' => $text['name'], 'text' => $this->text($text, 'text')."# more\n", 'version' => $text['version']],
            ],
            ['PUT', "/api/documents/{$book}", ['name' => 'Another', 'text' => $text['text'], 'version' => $text['version']]],
            ['PUT', "/api/documents/{$rig}", $put(['show' => ['songs' => []]])],
            ['PUT', "/api/documents/{$rig}", $put(['leads' => []])],
            ['PUT', "/api/documents/{$rig}", $put(['units' => \array_slice($units, 1)])],
            ['PUT', "/api/documents/{$rig}", ['name' => 'Another'] + $put([])],
            ['DELETE', "/api/documents/{$book}", null],
            ['DELETE', "/api/documents/{$rig}", null],
            ['POST', "/api/rigs/{$rig}/rename", ['from' => 'moths', 'to' => 'midges']],
            ['POST', "/api/rigs/{$rig}/show/cell", ['scene' => 'Harbour', 'unit' => 'brine', 'program' => 'Undertow']],
            ['POST', "/api/rigs/{$rig}/rules", ['text' => "rule \"x\"\n  take note\n  drop\n"]],
            ['POST', "/api/rigs/{$rig}/measured", ['unit' => 'treadle', 'control' => 'Pedal', 'heel' => 1, 'toe' => 120, 'noise' => 0]],
            ['POST', "/api/documents/{$book}/revisions/1/restore", ['version' => $text['version']]],
        ];
        foreach ($refused as [$method, $path, $body]) {
            $answer = $this->call($method, $path, $body, 423);
            self::assertStringStartsWith('This show is locked by Ida since ', $this->text($answer, 'error'), "{$method} {$path}");
        }
        self::assertSame(
            [$whole['text'], $text['text']],
            [$this->call('GET', "/api/documents/{$rig}", null, 200)['text'], $this->call('GET', "/api/documents/{$book}", null, 200)['text']],
        );
        self::assertSame($lock, $this->call('GET', "/api/documents/{$book}/version", null, 200)['lock']);

        $noted = [
            'log' => [['at' => '2026-11-29T20:00:00+00:00', 'what' => 'performance', 'who' => 'Bo']],
            'done' => ['job x' => ['at' => '2026-11-29', 'by' => 'Bo']],
        ];
        $written = $this->call('PUT', "/api/documents/{$rig}", $put($noted), 200);
        self::assertSame($version, $written['version'], 'whoever edits the rig is not disturbed');
        $now = json_decode($this->text($written, 'text'), true);
        self::assertIsArray($now);
        self::assertSame([$noted['log'], $noted['done']], [$now['log'] ?? null, $now['done'] ?? null]);
        self::assertCount(
            \count($this->call('GET', "/api/documents/{$rig}/revisions", null, 200)),
            $this->call('GET', "/api/documents/{$rig}/revisions", null, 200),
        );
        $this->browser->request('GET', "/api/rigs/{$rig}/log.csv");
        self::assertStringContainsString('performance', (string) $this->browser->getResponse()->getContent());

        $this->browser->request('DELETE', "/api/rigs/{$rig}/lock");
        self::assertNull($this->at($this->answer(), 'lock'));
        $this->call('POST', "/api/rigs/{$rig}/show/cell", ['scene' => 'Harbour', 'unit' => 'brine', 'program' => 'Undertow'], 200);
        self::assertSame(
            $noted['log'],
            $this->at((array) json_decode($this->text($this->call('GET', "/api/documents/{$rig}", null, 200), 'text'), true), 'log'),
        );
    }

    /** Whatever is changed of a show, the stage says what, and plays and shows what runs until it changes over. */
    public function testTheStageKnowsWhetherWhatRunsIsWhatIsStored(): void
    {
        $rig = $this->text(
            ['id' => array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')['The ferry, mended'] ?? null],
            'id',
        );
        $json = json_decode($this->text($this->call('GET', "/api/documents/{$rig}", null, 200), 'text'), true);
        self::assertIsArray($json);
        $book = $this->text($json, 'book');
        $bench = $this->call('POST', '/api/bench', ['text' => $this->call('GET', "/api/documents/{$book}", null, 200)['text'], 'rig' => $rig], 201);
        $id = $this->text($bench, 'id');
        $stage = fn (): array => $this->call('GET', "/api/rigs/{$rig}/stage", null, 200, 'Stage');
        self::assertSame($id, $this->call('PUT', "/api/rigs/{$rig}/stage", ['bench' => $id, 'instead' => null], 200)['bench']);
        self::assertSame(
            $id,
            $this->call('PUT', "/api/rigs/{$rig}/stage", ['bench' => '0123456789abcdef', 'instead' => null], 200)['bench'],
            'the first one stays',
        );
        self::assertSame([[], false], [$stage()['differs'], $stage()['isNewer']]);
        $number = 0;
        $play = function (array $gesture) use ($id, &$number): array {
            ++$number;

            return $this->call(
                'POST',
                "/api/bench/{$id}/play",
                ['request' => $number, 'nowUs' => 1000 * $number, 'gestures' => [['number' => $number, 'timeUs' => 1000 * $number] + $gesture]],
                200,
            );
        };
        self::assertSame(2, $this->at($play(['do' => 'song', 'song' => 2, 'id' => 'storm']), 'scenes.song'));
        $songs = $this->at($json, 'show.setLists.0.songs');
        self::assertIsArray($songs);
        $changes = [
            [['set list'], 'show.setLists.0.songs', array_reverse($songs)],
            [[], 'log', [['at' => 'x', 'what' => 'rehearsal']]],
            [['rig'], 'units.0.label', 'Another name'],
            [['set list'], 'show.songs.0.title', 'Another title'],
        ];
        foreach ($changes as [$differs, $path, $value]) {
            $now = $this->call('GET', "/api/documents/{$rig}", null, 200);
            sleep(1); // newer is told by the second
            $this->call(
                'PUT',
                "/api/documents/{$rig}",
                [
                    'name' => $now['name'],
                    'version' => $now['version'],
                    'text' => (string) json_encode(self::with((array) json_decode($this->text($now, 'text'), true), $path, $value)),
                ],
                200,
            );
            self::assertSame($differs, $stage()['differs']);
            self::assertSame([] !== $differs, $stage()['isNewer']);
            $running = $this->call('GET', "/api/rigs/{$rig}/running/{$this->text($stage(), 'book')}", null, 200);
            self::assertNotSame([], $running['units']);
            self::assertNotSame([], $this->call('GET', "/api/rigs/{$rig}/running/{$this->text($stage(), 'book')}/uses", null, 200));
            if ([] !== $differs) {
                $checked = $this->call(
                    'POST',
                    '/api/check',
                    ['text' => $this->call('GET', "/api/documents/{$book}", null, 200)['text'], 'rig' => $rig],
                    200,
                );
                $play(['do' => 'rules', 'book' => $checked['book']]);
                self::assertSame([[], false], [$stage()['differs'], $stage()['isNewer']], 'changed over');
            }
        }
        $place = array_search('storm', array_reverse($songs), true);
        self::assertSame(
            $place,
            $this->at($this->call('GET', "/api/bench/{$id}", null, 200), 'scenes.song'),
            'the song that is played is the same one, wherever it stands now',
        );
        $went = $play(['do' => 'song', 'song' => 4, 'id' => \is_string($songs[0]) ? $songs[0] : '']);
        self::assertSame(\count($songs) - 1, $this->at($went, 'scenes.song'));
        self::assertStringContainsString(
            'know no such song',
            implode(' ', array_filter((array) $play(['do' => 'song', 'song' => 0, 'id' => 'nobody'])['told'], is_string(...))),
        );
    }

    public function testRulesThatAreNotStoredDoNotGetOnALockedStage(): void
    {
        $rig = $this->text(
            ['id' => array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')['The ferry, mended'] ?? null],
            'id',
        );
        $book = $this->text((array) json_decode($this->text($this->call('GET', "/api/documents/{$rig}", null, 200), 'text'), true), 'book');
        $stored = $this->text($this->call('GET', "/api/documents/{$book}", null, 200), 'text');
        $id = $this->text($this->call('POST', '/api/bench', ['text' => $stored."\n# older\n", 'rig' => $rig], 201), 'id');
        $name = fn (string $text): mixed => $this->call('POST', '/api/check', ['text' => $text, 'rig' => $rig], 200)['book'];
        $this->browser->request('PUT', "/api/rigs/{$rig}/lock", server: ['HTTP_X_AUTHOR' => 'Bo']);
        $number = 0;
        $put = function (string $text, bool $isPressed) use ($id, $name, &$number): array {
            ++$number;
            $news = $this->call(
                'POST',
                "/api/bench/{$id}/play",
                [
                    'request' => $number,
                    'nowUs' => $number,
                    'gestures' => [['number' => $number, 'timeUs' => $number, 'do' => 'rules', 'book' => $name($text), 'pressed' => $isPressed]],
                ],
                200,
            );

            return [$news['isWhole'], implode(' ', array_filter((array) $news['told'], is_string(...)))];
        };
        foreach ([[$stored."\n# typed\n", false], [$stored."\n# typed\n", true], [$stored, false]] as [$text, $isPressed]) {
            $put($stored, false);
            [$isOther, $told] = $put($text, $isPressed);
            self::assertFalse($isOther);
            self::assertStringContainsString('This show is locked by Bo since', $told);
        }
        self::assertTrue($put($stored, true)[0], 'what is stored gets on at a press');
        $this->browser->request('DELETE', "/api/rigs/{$rig}/lock");
        self::assertTrue($put($stored."\n# typed\n", false)[0]);
    }
}
