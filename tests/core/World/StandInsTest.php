<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\EffectBox;
use ZigzagPost\Core\World\SenderView;
use ZigzagPost\Core\World\StandIns;
use ZigzagPost\Core\World\Synth;
use ZigzagPost\Tests\Core\Play;

final class StandInsTest extends TestCase
{
    #[TestWith(['keys', 'key 60', 100, '90 3C 64'])]
    #[TestWith(['keys', 'key 60', 0, '80 3C 40'])]
    #[TestWith(['keys', 'bend', 64, 'E0 00 40'])]
    #[TestWith(['keys', 'bend', 127, 'E0 7F 7F'])]
    #[TestWith(['pads', 'pad 1', 90, '99 24 5A'])]
    #[TestWith(['strip', 'fader 8', 5, 'B4 1B 05'])]
    #[TestWith(['treadle', 'switch 3', 1, 'BF 52 7F'])]
    #[TestWith(['treadle', 'pedal', 0, 'BF 0B 03'])]
    #[TestWith(['treadle', 'pedal', 127, 'BF 0B 7C'])]
    #[TestWith(['slab', 'finger 2 key 60', 100, 'E2 00 40 92 3C 64'])]
    #[TestWith(['slab', 'finger 2 bend', 16383, 'E2 7F 7F'])]
    #[TestWith(['slab', 'finger 1 pressure', 30, 'D1 1E'])]
    #[TestWith(['slab', 'finger 11 timbre', 30, ''])]
    #[TestWith(['tilt', 'tilt', 30, 'BB 10 1E'])]
    #[TestWith(['seq', 'clock', 0, 'F8'])]
    #[TestWith(['seq', 'step 1', 90, '95 30 5A'])]
    #[TestWith(['keys', 'trapdoor', 5, ''])]
    #[TestWith(['pads', 'pad 17', 5, ''])]
    public function testSendersSendWhatTheirChartSays(string $port, string $control, int $value, string $bytes): void
    {
        self::assertSame($bytes, Bytes::toHex(StandIns::sender($port)->play($control, $value)));
    }

    public function testEverySenderControlSendsWholeMessages(): void
    {
        foreach (['keys', 'pads', 'strip', 'treadle'] as $port) {
            foreach (StandIns::sender($port)->describe()['controls'] as ['control' => $control]) {
                foreach ([0, 1, 64, 127] as $value) {
                    $faults = [];
                    self::assertCount(1, (new Decoder())->feed(StandIns::sender($port)->play($control, $value), $faults), "{$control} {$value}");
                    self::assertSame([], $faults);
                }
            }
        }
    }

    public function testASynthStealsTheOldestVoiceAndHoldsWithThePedal(): void
    {
        $synth = new Synth(3);
        foreach (['92 3C 64', '92 3E 64', '92 40 64', '92 41 64', '92 43 64'] as $note) {
            $synth->hear(0, (string) Bytes::fromHex($note), null);
        }
        self::assertSame(['G4', 'D4', 'E4', 'F4'], $this->voices($synth));
        self::assertSame(1, $synth->view(MiddleC::C4)['stolen']);
        $synth->hear(0, "\xB2\x40\x7F", null);
        $synth->hear(0, "\x82\x3E\x40", null);
        self::assertSame(['G4', 'D4', 'E4', 'F4'], $this->voices($synth), 'held by the pedal');
        $synth->hear(0, "\xB2\x40\x00", null);
        self::assertSame(['G4', '', 'E4', 'F4'], $this->voices($synth));
        $synth->hear(0, "\x90\x3C\x64", null);
        self::assertSame(1, $synth->view(MiddleC::C4)['elsewhere'], 'another channel is not heard');
        $synth->hear(0, "\xB2\x7B\x00", null);
        self::assertSame(['', '', '', ''], $this->voices($synth));
    }

    public function testAnEffectBoxCountsPresetsItsOwnWay(): void
    {
        $box = new EffectBox(7, 1);
        $box->hear(0, "\xC6\x02", null);
        self::assertSame(3, $box->view(MiddleC::C4)['preset']);
        $box->hear(0, "\xC6\x63", null);
        self::assertSame(3, $box->view(MiddleC::C4)['preset'], 'it has no such preset');
        $box->hear(0, "\xC5\x04", null);
        self::assertSame(3, $box->view(MiddleC::C4)['preset'], 'not its channel');
    }

    public function testASamplerIsSetByParameters(): void
    {
        $sampler = StandIns::receiver('sampler');
        foreach (["\xB8\x63\x08", "\xB8\x62\x03", "\xB8\x06\x7F", "\xB8\x26\x7F", "\xB8\x62\x09", "\xB8\x06\x00", "\x98\x24\x40"] as $bytes) {
            $sampler->hear(0, $bytes, null);
        }
        self::assertSame([8192, 8192, 16383, 8192, 8192, 8192, 8192, 8192], $sampler->view(MiddleC::C4)['levels']);
        self::assertSame([1, 0, 0, 0, 0, 0, 0, 0], $sampler->view(MiddleC::C4)['hits']);
    }

    public function testAnEchoFeelsClockAndTapsAndADrumBoxPulses(): void
    {
        $echo = StandIns::receiver('echo');
        $echo->hear(0, "\xF8", null);
        $echo->hear(25_000, "\xF8", null);
        self::assertSame([100.0, 'clock'], [$echo->view(MiddleC::C4)['tempo'], $echo->view(MiddleC::C4)['source']]);
        $echo->hear(1_000_000, "\xB4\x1E\x7F", null);
        $echo->hear(1_400_000, "\xB4\x1E\x7F", null);
        self::assertSame([150.0, 'taps'], [$echo->view(MiddleC::C4)['tempo'], $echo->view(MiddleC::C4)['source']]);
        $drums = StandIns::receiver('ticker');
        $drums->hear(0, '', 5000);
        $drums->hear(250_000, '', 5000);
        self::assertSame([2, 120.0], [$drums->view(MiddleC::C4)['step'], $drums->view(MiddleC::C4)['tempo']]);
    }

    public function testABenchGoesOnFromWhatWasSaved(): void
    {
        $book = Play::traced(Play::PORTS."rule \"r\"\n  take note\n  set channel = 3\n  send moths\n");
        $bench = Bench::start($book);
        $bench->feed(10, 'keys', "\x90\x3C\x64");
        $again = Bench::load($book, $bench->save());
        self::assertSame($bench->receivers(), $again->receivers());
        $again->feed(20, 'keys', "\x80\x3C\x40");
        self::assertSame([null, null, null, null], $again->receivers()[0]['view']['voices'] ?? null);
        self::assertFalse($again->feed(30, 'nowhere', "\xF8"));
    }

    public function testABenchTellsMemoriesAndWhatIsChosen(): void
    {
        $bench = Bench::start(
            Play::traced(Play::PORTS."memory m = 3\ngroup songs of keys cc 20..23\nrule \"r\"\n  take cc 1\n  remember m = value + songs\n"),
        );
        self::assertSame(['m' => 3, 'songs' => 0], $bench->memories());
        $bench->feed(10, 'keys', "\xB0\x15\x7F");
        $bench->feed(20, 'keys', "\xB0\x01\x05");
        self::assertSame(['m' => 7, 'songs' => 2], $bench->memories());
    }

    /** @return list<string> */
    private function voices(Synth $synth): array
    {
        /** @var list<array{name: string}|null> $voices */
        $voices = $synth->view(MiddleC::C4)['voices'];

        return array_map(static fn (?array $voice): string => $voice['name'] ?? '', $voices);
    }

    public function testAControlSaysByWhichBytesItMoves(): void
    {
        $signs = [];
        foreach (['keys', 'pads', 'strip', 'treadle', 'tilt'] as $port) {
            foreach (SenderView::of($port, $port, StandIns::sender($port))['controls'] as $control) {
                $signs["{$port} {$control['control']}"] = [$control['moves'], $control['ends']];
            }
        }
        self::assertSame(['90 3C', '80 3C'], $signs['keys key 60']);
        self::assertSame(['B0 40', null], $signs['keys sustain']);
        self::assertSame([null, null], $signs['keys bend']);
        self::assertSame(['99 25', '89 25'], $signs['pads pad 2']);
        self::assertSame(['B4 14', null], $signs['strip fader 1']);
        self::assertSame(['BF 51', null], $signs['treadle switch 2']);
        self::assertSame([null, null], $signs['treadle pedal'], 'a worn pedal does not say how far it is moved');
    }

    public function testAReceiverNamesKeysAsTheRulebookDoes(): void
    {
        foreach (['' => 'C4', "middle C3\n" => 'C3'] as $setting => $name) {
            $bench = Bench::start(
                Compiler::load(
                    Checker::check("{$setting}port keys in\nport moths out\nrule \"r\"\n  take note\n  set channel = 3\n  send moths\n")->book,
                    true,
                ),
            );
            $bench->feed(0, 'keys', "\x90\x3C\x64");
            self::assertSame($name, ((array) ((array) $bench->receivers()[0]['view']['voices'])[0])['name'] ?? null);
        }
    }
}
