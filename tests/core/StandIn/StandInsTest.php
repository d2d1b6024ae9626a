<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\StandIn;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\DeviceReceiver;
use ZigzagPost\Core\World\DeviceSender;
use ZigzagPost\Core\World\SeatedStandIn;
use ZigzagPost\Core\World\SenderView;
use ZigzagPost\Core\World\StandIn;

/** What stands in at ports to which no unit is led: proposed from the rules, or chosen; never by what a port is called. */
final class StandInsTest extends TestCase
{
    #[TestWith(['take note key 0..59', 'keys', null])]
    #[TestWith(['take note key 36..39', 'pads', null])]
    #[TestWith(["take note\n  press", 'keys', null])]
    #[TestWith(["take cc 80\n  press", 'switches', null])]
    #[TestWith(['take cc 80 held 600ms', 'switches', null])]
    #[TestWith(["take cc 80 channel 3, 7\n  toggle", 'switches', 3])]
    #[TestWith(['take cc 20', 'faders', null])]
    #[TestWith(["take cc 20\n  thin 20ms", 'sensor', null])]
    #[TestWith(["take cc 20 channel 4\n  deadband 2", 'sensor', 4])]
    #[TestWith(['take clock', 'sequencer', null])]
    #[TestWith(['take program', 'keys', null])]
    public function testAPortIsPlayedByWhatFitsItsRules(string $rule, string $chart, ?int $channel): void
    {
        foreach (['p', 'moths', 'treadle', 'sampler', 'pads'] as $port) {
            $standIn = Shipped::patch("port {$port} in\nport q out\nrule \"r\"\n  from {$port}\n  {$rule}\n  send q\n")->standIns[$port]->standIn;
            self::assertSame([$chart, $channel], [$standIn->chart, $standIn->channel], $port);
        }
    }

    #[TestWith(["take note\n  send PORT", 'synth'])]
    #[TestWith(["take cc\n  become program 3\n  send PORT", 'effect'])]
    #[TestWith(["take cc\n  become nrpn 8:3 value value * 128\n  send PORT", 'sampler'])]
    #[TestWith(["take clock\n  send PORT", 'echo'])]
    #[TestWith(["take cc\n  send PORT", 'synth'])]
    #[TestWith(["take cc\n  post program 3 to PORT", 'effect'])]
    public function testAPortIsHeardByWhatFitsWhatIsSentThere(string $rule, string $chart): void
    {
        foreach (['p', 'moths', 'drive', 'ticker'] as $port) {
            $rules = "port q in\nport {$port} out\nrule \"r\"\n  ".str_replace('PORT', $port, $rule)."\n";
            self::assertSame($chart, Shipped::patch($rules)->standIns[$port]->standIn->chart, $port);
        }
    }

    public function testScenesStacksAndClocksCountAndAPulsePortHearsPulses(): void
    {
        $rules = "port q in\nport a out\nport b out\nport c out\nport d out pulse\nclock lead\n  send c\n  pulse 2 per beat to d\n"
            ."stack s\n  post program 2 to b\nscene \"S\"\n  on enter post program 1 to a\nrule \"r\"\n  take note\n  do s\n";
        self::assertSame(
            ['q' => 'keys', 'a' => 'effect', 'b' => 'effect', 'c' => 'echo', 'd' => 'pulses'],
            self::chartsAt($rules),
        );
    }

    public function testRulesForAllPortsCountWhereNoneNamesThePort(): void
    {
        $rules = "port a in\nport b in\nport q out\nrule \"r\"\n  from a\n  take cc 20\n  send q\n"
            ."rule \"all\"\n  take note\n  send q\nrule \"none\"\n  take clock\n  drop\n";
        self::assertSame(['faders', 'keys', 'synth'], array_values(self::chartsAt($rules)));
    }

    public function testControlsSendWhatTheRulesAskFor(): void
    {
        $rules = "port a in\nport q out\nrule \"r\"\n  from a\n  take cc 40, 43 channel 2\n  press\n  send q\n"
            ."rule \"s\"\n  from a\n  take cc 50 channel 2\n  send q\n";
        $board = new DeviceSender(Shipped::patch($rules)->boxes['a']);
        self::assertSame(['B1 28 7F', 'B1 2B 7F', 'B1 52 7F', 'B1 32 03'], array_map(
            static fn (string $control): string => Bytes::toHex($board->play($control, 'Pedal' === $control ? 0 : 127)),
            ['Switch 1', 'Switch 2', 'Switch 3', 'Pedal'],
        ));
    }

    public function testControlsOfTheOtherSortSendWhatIsLeft(): void
    {
        $rules = "port a in\nport q out\nrule \"r\"\n  from a\n  take cc 1, 2\n  send q\n";
        $board = new DeviceSender(Shipped::patch($rules, ['a' => new StandIn('switches')])->boxes['a']);
        self::assertSame(['BF 02 7F', 'BF 51 7F', 'BF 01 7C'], array_map(
            static fn (string $control): string => Bytes::toHex($board->play($control, 127)),
            ['Switch 1', 'Switch 2', 'Pedal'],
        ));
    }

    public function testAPortInAndOutHasTwoAndWhatIsChosenCounts(): void
    {
        $rules = "port p in out\nrule \"r\"\n  take cc 20\n  send p\n";
        self::assertSame(['p', 'p out'], array_keys(Shipped::patch($rules)->standIns));
        $patch = Shipped::patch($rules, ['p' => new StandIn('pads', 3), 'p out' => new StandIn('effect', 7), 'gone' => new StandIn('keys')]);
        self::assertSame(
            [['port' => 'p', 'chart' => 'pads', 'channel' => 3], ['port' => 'p', 'chart' => 'effect', 'channel' => 7]],
            array_values(array_map(static fn (SeatedStandIn $seated): array => $seated->view(), $patch->standIns)),
        );
        self::assertSame('92 24 5A', Bytes::toHex((new DeviceSender($patch->boxes['p']))->play('Pad 1', 90)));
        $bench = Shipped::bench($rules, ['p out' => new StandIn('effect', 7)]);
        $bench->feed(0, 'p', "\xB6\x14\x05\xB5\x14\x05");
        self::assertSame([['CC 20', 5]], array_map(
            static fn (array $value): array => [$value['name'], $value['value']],
            self::values($bench),
        ), 'what is on another channel is not heard');
    }

    public function testAChartThatIsNotThereIsNotPlayed(): void
    {
        $bench = Shipped::bench("port p in\n", ['p' => new StandIn('gone')]);
        self::assertSame([], $bench->senders());
        self::assertFalse($bench->touch(0, 'p', 'key 60', 90));
        self::assertTrue($bench->feed(0, 'p', "\x90\x3C\x40"));
    }

    #[TestWith(['keys', 'key 60', 100, '90 3C 64'])]
    #[TestWith(['keys', 'key 60', 0, '80 3C 40'])]
    #[TestWith(['keys', 'Bend', 0, 'E0 00 40'])]
    #[TestWith(['keys', 'Bend', 8191, 'E0 7F 7F'])]
    #[TestWith(['pads', 'Pad 1', 90, '99 24 5A'])]
    #[TestWith(['faders', 'Fader 8', 5, 'B4 1B 05'])]
    #[TestWith(['switches', 'Switch 3', 1, 'BF 52 7F'])]
    #[TestWith(['switches', 'Pedal', 0, 'BF 0B 03'])]
    #[TestWith(['switches', 'Pedal', 127, 'BF 0B 7C'])]
    #[TestWith(['fingers', 'finger 2 key 60', 100, 'E2 00 40 92 3C 64'])]
    #[TestWith(['fingers', 'finger 2 bend', 16383, 'E2 7F 7F'])]
    #[TestWith(['fingers', 'finger 1 pressure', 30, 'D1 1E'])]
    #[TestWith(['fingers', 'finger 11 timbre', 30, ''])]
    #[TestWith(['sensor', 'Tilt', 30, 'BB 10 1E'])]
    #[TestWith(['sequencer', 'clock', 0, 'F8'])]
    #[TestWith(['sequencer', 'Step 1', 90, '95 30 5A'])]
    #[TestWith(['keys', 'trapdoor', 5, ''])]
    #[TestWith(['pads', 'Pad 17', 5, ''])]
    public function testSendersSendWhatTheirChartSays(string $chart, string $control, int $value, string $bytes): void
    {
        self::assertSame($bytes, Bytes::toHex((new DeviceSender(Shipped::device($chart)))->play($control, $value)));
    }

    public function testEveryControlOfEveryChartSendsWholeMessages(): void
    {
        foreach (Shipped::charts() as $name => $chart) {
            if (null === $chart->sends) {
                continue;
            }
            $sender = new DeviceSender(Shipped::device($name));
            foreach ('fingers' === $name ? [] : $sender->describe()['controls'] as ['control' => $control]) {
                foreach ([0, 1, 64, 127] as $value) {
                    $faults = [];
                    self::assertCount(1, (new Decoder())->feed($sender->play($control, $value), $faults), "{$name} {$control} {$value}");
                    self::assertSame([], $faults);
                }
            }
        }
    }

    public function testASynthStealsTheOldestVoiceAndHoldsWithThePedal(): void
    {
        $synth = new DeviceReceiver(Shipped::device('synth', 3));
        $hear = static fn (string $bytes): ?string => $synth->hearAt('main', 0, $bytes, null);
        foreach (['92 3C 64', '92 3E 64', '92 40 64', '92 41 64', '92 43 64'] as $note) {
            $hear((string) Bytes::fromHex($note));
        }
        self::assertSame(['G4', 'D4', 'E4', 'F4'], self::voices($synth));
        self::assertSame(1, $synth->view(MiddleC::C4)['stolen']);
        $hear("\xB2\x40\x7F");
        $hear("\x82\x3E\x40");
        self::assertSame(['G4', 'D4', 'E4', 'F4'], self::voices($synth), 'held by the pedal');
        $hear("\xB2\x40\x00");
        self::assertSame(['G4', '', 'E4', 'F4'], self::voices($synth));
        $hear("\x90\x3C\x64");
        self::assertSame(['G4', '', 'E4', 'F4'], self::voices($synth), 'another channel is not heard');
        $hear("\x92\x43\x00");
        self::assertSame(['', '', 'E4', 'F4'], self::voices($synth));
        $hear("\xB2\x7B\x00");
        self::assertSame(['', '', '', ''], self::voices($synth));
    }

    public function testAnEffectCountsItsPresetsFromOneAndHasTen(): void
    {
        $effect = new DeviceReceiver(Shipped::device('effect', 7));
        $shown = [];
        foreach (["\xC6\x02", "\xC6\x63", "\xC5\x04"] as $bytes) {
            $effect->hearAt('main', 0, $bytes, null);
            $shown[] = ((array) $effect->view(MiddleC::C4)['program'])['shown'];
        }
        self::assertSame(['3', '3', '3'], $shown);
        self::assertSame(1, $effect->view(MiddleC::C4)['elsewhere'], 'it has no preset 100, and another channel is not its');
    }

    public function testASamplerIsSetByParameters(): void
    {
        $sampler = new DeviceReceiver(Shipped::device('sampler', 9));
        foreach (["\xB8\x63\x08", "\xB8\x62\x03", "\xB8\x06\x7F", "\xB8\x26\x7F", "\xB8\x62\x09", "\xB8\x06\x00"] as $bytes) {
            $sampler->hearAt('main', 0, $bytes, null);
        }
        self::assertSame([['name' => 'Level 3', 'value' => 16383, 'low' => 0, 'high' => 16383, 'shown' => '100 %']], $sampler->view(MiddleC::C4)['values']);
        self::assertSame('part 1', $sampler->hearAt('main', 0, "\x98\x24\x40", null));
    }

    public function testTempoIsTakenFromClockPressesAndPulses(): void
    {
        $echo = new DeviceReceiver(Shipped::device('echo'));
        foreach ([0, 25_000, 50_000] as $timeUs) {
            $echo->hearAt('main', $timeUs, "\xF8", null);
        }
        self::assertSame(['bpm' => 100.0, 'source' => 'clock'], $echo->view(MiddleC::C4)['tempo']);
        $echo->hearAt('main', 1_000_000, "\xB4\x1E\x7F", null);
        $echo->hearAt('main', 1_200_000, "\xB4\x1E\x00", null);
        $echo->hearAt('main', 1_400_000, "\xB4\x1E\x7F", null);
        self::assertSame(['bpm' => 150.0, 'source' => 'presses'], $echo->view(MiddleC::C4)['tempo']);
        self::assertSame(0, $echo->view(MiddleC::C4)['elsewhere']);
        $drums = new DeviceReceiver(Shipped::device('pulses'));
        $drums->hearAt('main', 0, '', 5000);
        self::assertNull($drums->view(MiddleC::C4)['tempo']);
        $drums->hearAt('main', 250_000, '', 5000);
        self::assertSame(['bpm' => 120.0, 'source' => 'pulses'], $drums->view(MiddleC::C4)['tempo']);
        $again = new DeviceReceiver(Shipped::device('pulses'));
        $again->restore($drums->save());
        self::assertEquals($drums->view(MiddleC::C4), $again->view(MiddleC::C4));
    }

    public function testABenchGoesOnFromWhatWasSaved(): void
    {
        $rules = "port p in\nport q out\nrule \"r\"\n  take note\n  send q\n";
        $bench = Shipped::bench($rules);
        $bench->feed(10, 'p', "\x90\x3C\x64");
        $again = Bench::load(Shipped::book($rules), $bench->save(), Shipped::patch($rules));
        self::assertSame($bench->receivers(), $again->receivers());
        $again->feed(20, 'p', "\x80\x3C\x40");
        self::assertSame([null, null, null, null], $again->receivers()[0]['view']['voices'] ?? null);
        self::assertFalse($again->feed(30, 'nowhere', "\xF8"));
    }

    /** Before there were shipped charts, what stood in kept lists of its own. */
    #[TestWith([[[null, null, null, null], [7 => 3], 0, 0, 0, 1, 0, 0]])]
    #[TestWith([[[8192], [0], [127, 127]]])]
    #[TestWith([[0, 1, false, 64, 2]])]
    public function testWhatOtherDevicesKeptIsLeftAlone(mixed $kept): void
    {
        $rules = "port p in\nport q out\nrule \"r\"\n  take note\n  send q\n";
        $saved = Shipped::bench($rules)->save();
        $saved['receivers'] = ['q' => $kept];
        $bench = Bench::load(Shipped::book($rules), $saved, Shipped::patch($rules));
        self::assertSame(Shipped::bench($rules)->receivers(), $bench->receivers());
    }

    public function testABenchTellsMemoriesAndWhatIsChosen(): void
    {
        $bench = Shipped::bench("port keys in\nmemory m = 3\ngroup songs of keys cc 20..23\nrule \"r\"\n  take cc 1\n  remember m = value + songs\n");
        self::assertSame(['m' => 3, 'songs' => 0], $bench->memories());
        $bench->feed(10, 'keys', "\xB0\x15\x7F");
        $bench->feed(20, 'keys', "\xB0\x01\x05");
        self::assertSame(['m' => 7, 'songs' => 2], $bench->memories());
    }

    public function testAControlSaysByWhichBytesItMoves(): void
    {
        $signs = [];
        foreach (['keys', 'pads', 'faders', 'switches', 'sensor'] as $chart) {
            foreach (SenderView::of('p', ['p'], Shipped::device($chart))['controls'] as $control) {
                $signs["{$chart} {$control['control']}"] = [$control['moves'], $control['ends']];
            }
        }
        self::assertSame(['90 3C', '80 3C'], $signs['keys key 60']);
        self::assertSame([null, null], $signs['keys Bend']);
        self::assertSame(['99 25', '89 25'], $signs['pads Pad 2']);
        self::assertSame(['B4 14', null], $signs['faders Fader 1']);
        self::assertSame(['BF 51', null], $signs['switches Switch 2']);
    }

    public function testAReceiverNamesKeysAsTheRulebookDoes(): void
    {
        foreach (['' => 'C4', "middle C3\n" => 'C3'] as $setting => $name) {
            $bench = Shipped::bench("{$setting}port p in\nport q out\nrule \"r\"\n  take note\n  send q\n");
            $bench->feed(0, 'p', "\x90\x3C\x64");
            self::assertSame($name, ((array) ((array) $bench->receivers()[0]['view']['voices'])[0])['name'] ?? null);
        }
    }

    /** @return array<string, string> what stands in, by unit */
    private static function chartsAt(string $rules): array
    {
        return array_map(static fn (SeatedStandIn $seated): string => $seated->standIn->chart, Shipped::patch($rules)->standIns);
    }

    /** @return list<array{name: string, value: int}> */
    private static function values(Bench $bench): array
    {
        /** @var list<array{name: string, value: int}> */
        return $bench->receivers()[0]['view']['values'];
    }

    /** @return list<string> */
    private static function voices(DeviceReceiver $synth): array
    {
        /** @var list<array{name: string}|null> $voices */
        $voices = $synth->view(MiddleC::C4)['voices'];

        return array_map(static fn (?array $voice): string => $voice['name'] ?? '', $voices);
    }
}
