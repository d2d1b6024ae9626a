<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

/** Learn, sheets, kept tapes and the stage, as the screen asks for them. */
final class ShowApiTest extends ApiTestCase
{
    private const MENDED = 'The ferry, mended';

    public function testWhatWasPlayedBecomesARule(): void
    {
        $rig = $this->rig();
        $text = $this->rules($rig);
        $events = [
            ['timeUs' => 1_000_000, 'port' => 'treadle', 'bytes' => 'BF 57 7F'],
            ['timeUs' => 1_300_000, 'port' => 'treadle', 'bytes' => 'BF 57 00'],
        ];
        $heard = $this->call(
            'POST',
            '/api/learn/recognise',
            ['events' => $events, 'fromUs' => 0, 'toUs' => 3_000_000, 'text' => $text, 'rig' => $rig],
            200,
            'Recognised',
        );
        self::assertTrue($heard['isSure']);
        self::assertSame('Switch 8', $this->at($heard, 'candidates.0.control'));
        $targets = $this->call('POST', '/api/learn/targets', ['text' => $text, 'rig' => $rig], 200);
        self::assertContains('Brine: program 6, Undertow', array_column($targets, 'words'));
        $control = [
            'port' => 'treadle',
            'kind' => 'cc',
            'channel' => 16,
            'number' => 87,
            'sort' => 'momentary switch',
            'unit' => 'treadle',
            'control' => 'Switch 8',
        ];
        $rule = $this->call(
            'POST',
            '/api/learn/rule',
            ['text' => $text, 'rig' => $rig, 'control' => $control, 'target' => ['what' => 'program', 'unit' => 'brine', 'title' => 'Undertow']],
            200,
            'LearnedRule',
        );
        self::assertIsString($rule['rule']);
        self::assertStringContainsString('recall brine "Undertow"', $rule['rule']);
        $this->call(
            'POST',
            '/api/learn/rule',
            [
                'text' => $text,
                'rig' => $rig,
                'control' => ['sort' => 'fader or pedal'] + $control,
                'target' => ['what' => 'scene', 'unit' => null, 'title' => 'Harbour'],
            ],
            422,
        );
        $this->call(
            'POST',
            '/api/learn/recognise',
            ['events' => [['timeUs' => 1, 'port' => 'x', 'bytes' => 'ZZ']], 'fromUs' => 0, 'toUs' => 1, 'text' => '', 'rig' => null],
            400,
        );
    }

    public function testACellOfTheProgramSheetIsALineOfTheRules(): void
    {
        $rig = $this->rig();
        $before = $this->rules($rig);
        $sheets = $this->call('GET', "/api/rigs/{$rig}/show", null, 200, 'Sheets');
        self::assertSame(['Harbour', 'Open sea', 'Far shore'], $sheets['scenes']);
        self::assertSame('2', $this->at($sheets, 'rows.0.cells.0.shown'));
        $this->call('POST', "/api/rigs/{$rig}/show/cell", ['scene' => 'Far shore', 'unit' => 'drive', 'program' => '4'], 200);
        self::assertStringContainsString("scene \"Far shore\"\n  on enter recall drive \"4\"\n", $this->rules($rig));
        $this->call('POST', "/api/rigs/{$rig}/show/cell", ['scene' => 'Far shore', 'unit' => 'drive', 'program' => null], 200);
        self::assertSame($before, $this->rules($rig));
        $this->call('POST', "/api/rigs/{$rig}/show/cell", ['scene' => 'Nowhere', 'unit' => 'drive', 'program' => '4'], 422);
    }

    public function testALayerAndASceneAreCopied(): void
    {
        $rig = $this->rig();
        $json = json_decode($this->text($this->call('GET', "/api/documents/{$rig}", null, 200), 'text'), true);
        self::assertIsArray($json);
        $book = $json['book'];
        self::assertIsString($book);
        $asItWas = $this->call('GET', "/api/documents/{$book}", null, 200);
        $layer = $this->call('POST', "/api/rigs/{$rig}/show/copy", ['unit' => 'strip', 'from' => 'A', 'to' => 'B'], 200);
        self::assertContains('A fader 8 and B fader 8, target: both do “Far echo: Time”', (array) $layer['same']);
        self::assertStringContainsString('take strip "B fader 8"', $this->rules($rig));
        $scene = $this->call('POST', "/api/rigs/{$rig}/show/copy", ['unit' => null, 'from' => 'Harbour', 'to' => 'Far shore'], 200);
        self::assertCount(1, (array) $scene['left']);
        $before = $this->rules($rig);
        $this->call('POST', "/api/rigs/{$rig}/show/copy", ['unit' => 'strip', 'from' => 'A', 'to' => 'Z'], 422);
        $this->call('POST', "/api/rigs/{$rig}/show/copy", ['unit' => null, 'from' => 'Harbour', 'to' => null], 422);
        $this->call('POST', "/api/rigs/{$rig}/show/copy", ['unit' => 'nobody', 'from' => 'A', 'to' => 'B'], 404);
        self::assertSame($before, $this->rules($rig));
        $now = $this->call('GET', "/api/documents/{$book}", null, 200);
        $this->call('PUT', "/api/documents/{$book}", ['name' => $asItWas['name'], 'text' => $asItWas['text'], 'version' => $now['version']], 200);
    }

    public function testAPedalIsMeasuredAndKeptWithItsUnit(): void
    {
        $rig = $this->rig();
        $events = [];
        foreach (
            [[0, 3], [200, 4], [800, 20], [900, 60], [1000, 100], [1100, 121],
                [1300, 122], [2000, 121], [2200, 60], [2300, 20], [2400, 4], [2600, 3]] as [$ms, $value]
        ) {
            $events[] = ['timeUs' => 1000 * $ms, 'port' => 'treadle', 'bytes' => \sprintf('BF 0B %02X', $value)];
        }
        $found = $this->call('POST', "/api/rigs/{$rig}/calibrate", ['events' => $events, 'toUs' => 4_500_000], 200, 'Calibrated');
        self::assertSame(['treadle', 'Pedal'], [$this->at($found, 'control.unit'), $this->at($found, 'control.control')]);
        self::assertSame([5, 120, 1], [$this->at($found, 'measured.heel'), $this->at($found, 'measured.toe'), $this->at($found, 'measured.noise')]);
        self::assertSame('brine Swell', $this->at($found, 'measured.errors.0.parameter'));
        $this->call('POST', "/api/rigs/{$rig}/measured", ['unit' => 'treadle', 'control' => 'Pedal', 'heel' => 5, 'toe' => 120, 'noise' => 1], 200);
        $this->browser->request('GET', "/api/rigs/{$rig}/file");
        self::assertStringContainsString('"heel": 5', (string) preg_replace('/": ?/', '": ', (string) $this->browser->getResponse()->getContent()));
        $this->call('POST', "/api/rigs/{$rig}/measured", ['unit' => 'treadle', 'control' => 'Pedal', 'heel' => 3, 'toe' => 124, 'noise' => 1], 200);
        $this->call('POST', "/api/rigs/{$rig}/measured", ['unit' => 'nobody', 'control' => 'Pedal', 'heel' => 3, 'toe' => 124, 'noise' => 1], 404);
    }

    public function testAWheelIsMeasuredOverItsOwnRangeAndInCents(): void
    {
        $events = [];
        foreach (
            [[0, -8000], [800, -6000], [830, -2000], [860, 2000], [890, 6000], [920, 7900], [1800, 5000],
                [1830, 0], [1860, -5000], [1890, -8000]] as [$ms, $value]
        ) {
            $events[] = ['timeUs' => 1000 * $ms, 'port' => 'keys', 'bytes' => \sprintf('E0 %02X %02X', ($value + 8192) & 0x7F, ($value + 8192) >> 7)];
        }
        $found = $this->call('POST', "/api/rigs/{$this->rig()}/calibrate", ['events' => $events, 'toUs' => 3_500_000], 200, 'Calibrated');
        self::assertSame(
            [-8000, 7900, [-8192, 8191]],
            [$this->at($found, 'measured.heel'), $this->at($found, 'measured.toe'), $this->at($found, 'measured.range')],
        );
        self::assertSame(
            ['semitones' => 2, 'atHeel' => 4.7, 'atToe' => 7.1],
            $this->at($found, 'measured.cents'),
            '200 cents × 192 / 8192, and 200 × 291 / 8191',
        );
        self::assertSame('scale value -8000..7900 to -8192..8191', $this->at($found, 'measured.lines.0'));
        self::assertEquals(-8192, $this->at($found, 'measured.points.0.after'));
    }

    public function testKeptTapesArePlayedAgain(): void
    {
        $rig = $this->rig();
        $proofs = $this->call('GET', "/api/rigs/{$rig}/proofs", null, 200, 'Proofs');
        self::assertSame([[], [], []], array_column(\is_array($proofs['proofs']) ? $proofs['proofs'] : [], 'changes'));
        $made = $this->call(
            'POST',
            "/api/rigs/{$rig}/proofs",
            ['name' => 'Mine', 'tape' => "1000 keys 90 30 40\n1100 keys 80 30 40\n", 'why' => 'it is so'],
            200,
            'KeptTape',
        );
        self::assertIsString($made['accepted']);
        self::assertStringContainsString('1000.000 synths 92 30 40', $made['accepted']);
        $this->call('POST', "/api/rigs/{$rig}/proofs", ['name' => 'Bad', 'tape' => "this is no tape\n"], 422);
    }

    public function testKeptTapesArePlayedAgainInSlicesAfterEachChange(): void
    {
        $rig = $this->rig();
        [$key, $next, $differs] = ['', 0, []];
        do {
            $proving = $this->call('GET', "/api/rigs/{$rig}/proving?known={$key}&from={$next}", null, 200, 'Proving');
            self::assertGreaterThan($next, $proving['next'], 'it goes on');
            [$key, $next, $differs] = [$this->text($proving, 'key'), $proving['next'], [...$differs, ...(array) $proving['differs']]];
            self::assertIsInt($next);
        } while ($next < $proving['total']);
        self::assertSame([3, []], [$proving['total'], $differs]);
        $again = $this->call('GET', "/api/rigs/{$rig}/proving?known={$key}&from={$next}", null, 200, 'Proving');
        self::assertSame([$key, 3, []], [$again['key'], $again['next'], $again['differs']], 'nothing has changed, so nothing is played');

        $this->call('POST', "/api/rigs/{$rig}/show/cell", ['scene' => 'Harbour', 'unit' => 'drive', 'program' => '7'], 200);
        $changed = $this->call('GET', "/api/rigs/{$rig}/proving?known={$key}&from=3", null, 200, 'Proving');
        self::assertNotSame($key, $changed['key']);
        self::assertContains('Every control once', (array) $changed['differs']);
        $this->call('GET', '/api/rigs/nothing/proving', null, 404);
    }

    public function testTheShowIsRehearsedWithFaults(): void
    {
        $rig = $this->rig();
        $faults = [];
        [$key, $next, $total] = ['', 0, 1];
        for ($slice = 0; $slice < 40 && $next < $total; ++$slice) {
            $met = $this->call('GET', "/api/rigs/{$rig}/rehearsal?known={$key}&from={$next}", null, 200, 'Rehearsed');
            self::assertSame(['desk', 'lantern'], $met['leftOut']);
            self::assertIsString($key = $met['key']);
            self::assertIsInt($next = $met['next']);
            self::assertIsInt($total = $met['total']);
            foreach (\is_array($met['faults']) ? $met['faults'] : [] as $fault) {
                $faults[] = \is_array($fault) && \is_string($fault['fault']) ? $fault['fault'] : self::fail('a fault has words');
            }
        }
        self::assertCount($total, array_unique($faults), 'each once');
        self::assertGreaterThan(20, \count($faults));
        self::assertGreaterThan(
            0,
            $this->call('GET', "/api/rigs/{$rig}/rehearsal?known=other&from=5", null, 200, 'Rehearsed')['next'],
            'of another state it begins anew',
        );
    }

    public function testAStageIsOnABenchThatIsThere(): void
    {
        $rig = $this->rig();
        self::assertNull($this->call('GET', "/api/rigs/{$rig}/stage", null, 200, 'Stage')['bench']);
        self::assertNull(
            $this->call('PUT', "/api/rigs/{$rig}/stage", ['bench' => '0123456789abcdef', 'instead' => null], 200, 'Stage')['bench'],
            'a bench that is gone is none',
        );
        $this->call('PUT', "/api/rigs/{$rig}/stage", ['bench' => 7], 400);
        $this->call('GET', '/api/rigs/0000000000000000/stage', null, 404);
    }

    private function rig(): string
    {
        $id = array_column($this->call('GET', '/api/documents?kind=rig', null, 200), 'id', 'name')[self::MENDED] ?? null;
        self::assertIsString($id);

        return $id;
    }

    private function rules(string $rig): string
    {
        $this->browser->request('GET', "/api/rigs/{$rig}/file");
        $json = json_decode((string) $this->browser->getResponse()->getContent(), true);

        return \is_array($json) && \is_string($json['rulebook'] ?? null) ? $json['rulebook'] : '';
    }
}
