<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Storage\DataFolder;

/** The last ten minutes are kept, the last of them when somebody says so, and they play again to the same bytes. */
final class BlackBoxTest extends ApiTestCase
{
    public function testAMarkedMinutePlaysAgainToTheSameBytesThoughTheBenchWasReloaded(): void
    {
        [$rig, $bench] = $this->open();
        $number = 0;
        for ($request = 1; $request <= 60; ++$request) {
            $gestures = [];
            for ($time = 0; $time < 5; ++$time) {
                $control = [
                    ['treadle', 'Switch '.(1 + ($request % 3))],
                    ['treadle', 'Pedal'],
                    ['keys', 'key '.(40 + ($request % 30))],
                    ['tilt', 'Tilt'],
                ][($request + $time) % 4];
                $gestures[] = [
                    'number' => ++$number,
                    'timeUs' => 2_000_000 * $request + 100_000 * $time,
                    'do' => 'play',
                    'port' => '',
                    'sender' => $control[0],
                    'control' => $control[1],
                    'value' => ($request * 37 + $time * 11) % 128,
                ];
            }
            $this->call(
                'POST',
                "/api/bench/{$bench}/play",
                ['request' => $request, 'nowUs' => 2_000_000 * $request + 900_000, 'gestures' => $gestures],
                200,
            );
            if (0 === $request % 17) {
                $this->call('GET', "/api/bench/{$bench}", null, 200, 'Bench'); // as a page that is loaded again does
            }
        }
        $marked = $this->call('POST', "/api/bench/{$bench}/mark", ['book' => null], 201);
        $moment = $this->call('GET', '/api/moments/'.$this->text($marked, 'id'), null, 200, 'Moment');
        self::assertTrue($moment['isSame']);
        self::assertGreaterThan(100, $moment['messages']);
        self::assertStringStartsWith("# zigzag tape 1\n", $this->text($moment, 'tape'));
        $words = array_column(\is_array($moment['lines']) ? $moment['lines'] : [], 'words');
        self::assertContains('scene Open sea', $words);

        $opened = $this->call('POST', "/api/moments/{$this->text($marked, 'id')}/open", [], 201);
        $again = $this->call('GET', "/api/bench/{$this->text($opened, 'bench')}", null, 200, 'Bench');
        self::assertLessThanOrEqual(121_000_000 - 60_000_000, $again['nowUs'], 'it stands as it stood a minute before');

        $next = $this->call('GET', "/api/rigs/{$rig}/log/next", null, 200);
        self::assertSame([$marked['name']], $next['marked']);
    }

    public function testAUnitIsRestoredAndTheClockIsTold(): void
    {
        [, $bench] = $this->open();
        $path = "/api/bench/{$bench}";
        $opened = $this->call('GET', $path, null, 200, 'Bench');
        self::assertSame([['name' => 'crossing', 'bpm' => 96, 'isRunning' => false, 'beatAtUs' => 0]], $opened['clocks']);
        $this->play($path, 1, [
            ['timeUs' => 1_000_000, 'do' => 'play', 'port' => '', 'sender' => 'treadle', 'control' => 'Switch 2', 'value' => 127],
        ]);
        $news = $this->play($path, 2, [
            ['timeUs' => 2_000_000, 'do' => 'restore', 'unit' => 'brine'],
            ['timeUs' => 2_000_000, 'do' => 'restore', 'unit' => 'nobody'],
        ]);
        self::assertSame(['the rules that run reach no such unit, so nothing was sent to it'], $news['told']);
        self::assertNull($news['clocks'], 'told again only when it is another');
        self::assertContains('Brine: program 6', array_column(\is_array($news['late']) ? $news['late'] : [], 'arrived'));
    }

    public function testTenHoursOfPlayDoNotGrowIt(): void
    {
        [, $bench] = $this->open();
        $sizes = [];
        for ($request = 1; $request <= 400; ++$request) {
            $this->call(
                'POST',
                "/api/bench/{$bench}/play",
                [
                    'request' => $request,
                    'nowUs' => 90_000_000 * $request,
                    'gestures' => [
                        [
                            'number' => $request,
                            'timeUs' => 90_000_000 * $request - 1_000_000,
                            'do' => 'play',
                            'port' => '',
                            'sender' => 'treadle',
                            'control' => 'Pedal',
                            'value' => $request % 128,
                        ],
                    ],
                ],
                200,
            );
            if (0 === $request % 100) {
                $sizes[] = $this->boxSize($bench);
            }
        }
        [$first, $last] = [$sizes[0] ?? 0, $sizes[\count($sizes) - 1] ?? 0];
        self::assertLessThan(1.2 * $first, $last, 'after ten hours it is as large as after two and a half');
        self::assertGreaterThan(0, $first);
    }

    public function testWhatWasNotPlayedCannotBeMarkedAndWhatIsDamagedIsNotTaken(): void
    {
        $this->call('POST', '/api/bench/0123456789abcdef/mark', [], 404);
        $this->call('GET', '/api/moments/0123456789abcdef', null, 404);
        foreach (['{}', '{"format":"zigzag minute 1"}', '[]', "\0\1"] as $text) {
            $this->upload('bad.minute.json', $text, 422, '/api/documents/import');
        }
    }

    public function testAPortOfTwoWaysIsToldAsTwo(): void
    {
        $path = $this->openBench("port board in out\n\nrule \"Back\"\n  take any\n  send board\n");
        $news = $this->play($path, 1, [['timeUs' => 1_000_000, 'do' => 'play', 'port' => 'board', 'bytes' => '90 3C 64']]);
        self::assertSame(
            [[true, 1], [false, 1]],
            array_map(
                static fn (mixed $port): array => \is_array($port) ? [$port['in'], $port['messages']] : [],
                \is_array($news['ports']) ? $news['ports'] : [],
            ),
        );
    }

    public function testAStackIsWrittenFromWhereUnitsStand(): void
    {
        [$rig, $bench] = $this->open();
        $text = "port treadle in\nport boxes out\n";
        $made = $this->call('POST', "/api/bench/{$bench}/stack", ['text' => $text, 'name' => 'as_now', 'units' => ['brine', 'nobody']], 200);
        self::assertStringStartsWith("stack as_now\n  recall brine \"Harbour\"\n", $this->text($made, 'stack'));
        $this->call('POST', "/api/bench/{$bench}/stack", ['text' => $text, 'name' => 'As now', 'units' => ['brine']], 422);
        $this->call('POST', "/api/bench/{$bench}/stack", ['text' => $text, 'name' => 'x', 'units' => [4]], 400);
        self::assertNotSame('', $rig);
    }

    public function testTheLogIsATable(): void
    {
        [$rig] = $this->open();
        $document = $this->call('GET', "/api/documents/{$rig}", null, 200);
        $json = json_decode($this->text($document, 'text'), true);
        self::assertIsArray($json);
        $json['log'] = [
            [
                'at' => (new \DateTimeImmutable('-1 second'))->format(\DATE_ATOM),
                'what' => 'performance',
                'place' => '=HYPERLINK("x")',
                'changed' => ['rule one', 'rule two'],
            ],
        ];
        $this->call(
            'PUT',
            "/api/documents/{$rig}",
            ['name' => $document['name'], 'text' => json_encode($json), 'version' => $document['version']],
            200,
        );
        $this->browser->request('GET', "/api/rigs/{$rig}/log.csv");
        $table = (string) $this->browser->getResponse()->getContent();
        self::assertStringStartsWith("date,what,place,\"set list\",changed,marked,\"done about it\",who\n", $table);
        self::assertStringContainsString('"\'=HYPERLINK(""x"")"', $table, 'nothing in it is a formula');
        self::assertStringContainsString("\"rule one\nrule two\"", $table);
    }

    /** @return array{string, string} the mended rig, and a bench of it */
    private function open(): array
    {
        $rig = array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')['The ferry, mended'] ?? null;
        self::assertIsString($rig);
        $this->browser->request('GET', "/api/rigs/{$rig}/file");
        $json = json_decode((string) $this->browser->getResponse()->getContent(), true);
        self::assertIsArray($json);

        return [$rig, $this->text($this->call('POST', '/api/bench', ['text' => $json['rulebook'] ?? '', 'rig' => $rig], 201), 'id')];
    }

    private function boxSize(string $bench): int
    {
        $folder = self::getContainer()->get(DataFolder::class);
        self::assertInstanceOf(DataFolder::class, $folder);

        return array_sum(array_map(static fn (string $file): int => (int) filesize($file), glob($folder->benches()."/{$bench}.*.box") ?: []));
    }
}
