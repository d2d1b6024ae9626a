<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Core\Show\Bench;
use ZigzagPost\Core\Show\EffectBox;
use ZigzagPost\Core\Show\StandIns;
use ZigzagPost\Core\Show\Synth;
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
            $synth->hear((string) Bytes::fromHex($note));
        }
        self::assertSame(['G4', 'D4', 'E4', 'F4'], $this->voices($synth));
        self::assertSame(1, $synth->view()['stolen']);
        $synth->hear("\xB2\x40\x7F");
        $synth->hear("\x82\x3E\x40");
        self::assertSame(['G4', 'D4', 'E4', 'F4'], $this->voices($synth), 'held by the pedal');
        $synth->hear("\xB2\x40\x00");
        self::assertSame(['G4', '', 'E4', 'F4'], $this->voices($synth));
        $synth->hear("\x90\x3C\x64");
        self::assertSame(1, $synth->view()['elsewhere'], 'another channel is not heard');
        $synth->hear("\xB2\x7B\x00");
        self::assertSame(['', '', '', ''], $this->voices($synth));
    }

    public function testAnEffectBoxCountsPresetsItsOwnWay(): void
    {
        $box = new EffectBox(7, 1);
        $box->hear("\xC6\x02");
        self::assertSame(3, $box->view()['preset']);
        $box->hear("\xC6\x63");
        self::assertSame(3, $box->view()['preset'], 'it has no such preset');
        $box->hear("\xC5\x04");
        self::assertSame(3, $box->view()['preset'], 'not its channel');
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

    /** @return list<string> */
    private function voices(Synth $synth): array
    {
        /** @var list<array{name: string}|null> $voices */
        $voices = $synth->view()['voices'];

        return array_map(static fn (?array $voice): string => $voice['name'] ?? '', $voices);
    }
}
