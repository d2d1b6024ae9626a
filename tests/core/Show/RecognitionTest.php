<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Show\Learn\Recognised;
use ZigzagPost\Core\Show\Learn\Recognition;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Play;

/** "Play it": what a hand did is recognised, or called unsure, and never taken for another. */
final class RecognitionTest extends TestCase
{
    private const END_US = 4_000_000;

    /** @return iterable<string, array{string, list<string>}> tape, and what it can be */
    public static function gestures(): iterable
    {
        yield 'a switch that is held' => ["1000 p B0 50 7F\n1800 p B0 50 00", [Recognised::MOMENTARY]];
        yield 'one the other way round' => ["1000 p B0 50 00\n1800 p B0 50 7F", [Recognised::MOMENTARY]];
        yield 'one that says one thing only' => [
            '1000 p B0 50 7F',
            [Recognised::LATCHING, Recognised::MOMENTARY, Recognised::FADER, Recognised::ENCODER],
        ];
        yield 'two values that are no ends' => ["1000 p B0 50 28\n1400 p B0 50 29", [Recognised::MOMENTARY, Recognised::LATCHING, Recognised::FADER]];
        yield 'a fader' => ["1000 p B0 07 10\n1020 p B0 07 12\n1040 p B0 07 16\n1060 p B0 07 20", [Recognised::FADER]];
        yield 'steps of an encoder' => ["1000 p B0 10 01\n1100 p B0 10 01\n1200 p B0 10 7F", [Recognised::ENCODER]];
        yield 'steps around 64' => ["1000 p B0 10 41\n1110 p B0 10 41\n1200 p B0 10 3F", [Recognised::ENCODER]];
        yield 'an encoder that is turned fast' => [
            "1000 p B0 10 01\n1040 p B0 10 01\n1070 p B0 10 03\n1090 p B0 10 06\n1110 p B0 10 02",
            [Recognised::ENCODER],
        ];
        yield 'one that is turned back fast' => ["1000 p B0 10 3F\n1040 p B0 10 3F\n1070 p B0 10 3A\n1090 p B0 10 35", [Recognised::ENCODER]];
        yield 'two clicks, sooner than a switch is pressed again' => ["1000 p B0 10 41\n1110 p B0 10 41", [Recognised::ENCODER]];
        yield 'two of them later, as a button that says only that it was pressed' => [
            "1000 p B0 10 7F\n1400 p B0 10 7F",
            [Recognised::ENCODER, Recognised::FADER, Recognised::MOMENTARY],
        ];
        yield 'one click' => ['1000 p B0 10 41', [Recognised::LATCHING, Recognised::MOMENTARY, Recognised::FADER, Recognised::ENCODER]];
        yield 'a dial by increment' => ["1000 p B0 60 00\n1100 p B0 60 7F", [Recognised::ENCODER]];
        yield 'a fader thrown from end to end, or a switch pressed twice' => [
            "1000 p B0 07 7F\n1080 p B0 07 00",
            [Recognised::MOMENTARY, Recognised::LATCHING, Recognised::FADER],
        ];
        yield 'a fader at its low end' => [
            "1000 p B0 07 01\n1020 p B0 07 02\n1040 p B0 07 03\n1060 p B0 07 04",
            [Recognised::ENCODER, Recognised::FADER, Recognised::MOMENTARY],
        ];
        yield 'fine halves alone' => ["1000 p B0 0C 10\n1000 p B0 2C 01\n1020 p B0 2C 02\n1040 p B0 2C 05", [Recognised::FINE]];
        yield 'a pad' => ["1000 p 99 24 50\n1100 p 89 24 40", [Recognised::PAD]];
        yield 'a finger with pressure and bend' => [
            "1000 p E1 00 40\n1000 p 91 3C 50\n1050 p D1 20\n1060 p E1 10 41\n1070 p B1 4A 30\n1300 p 81 3C 40",
            [Recognised::PAD],
        ];
        yield 'a wheel' => ["1000 p E0 00 50\n1010 p E0 00 60\n1020 p E0 00 40", [Recognised::WHEEL]];
        yield 'a 14-bit fader' => ["1000 p B0 0C 10\n1000 p B0 2C 01\n1020 p B0 0C 11\n1020 p B0 2C 02", [Recognised::FINE]];
        yield 'a parameter message' => ["1000 p B0 63 08 B0 62 01 B0 06 10 B0 26 03\n1050 p B0 06 11 B0 26 05", [Recognised::PARAMETER]];
        yield 'a program' => ['1000 p C0 05', [Recognised::PROGRAM]];
        yield 'a start button' => ['1000 p FA', [Recognised::TRANSPORT]];
    }

    /** @param list<string> $sorts */
    #[DataProvider('gestures')]
    public function testAGestureAlone(string $tape, array $sorts): void
    {
        $recognised = Recognition::of(Play::events($tape), 0, self::END_US);
        self::assertCount(1, $recognised->candidates);
        self::assertSame($sorts, $recognised->candidates[0]->sorts);
        self::assertSame(1 === \count($sorts), null !== $recognised->sure());
    }

    public function testThePartsOfAParameterMessageAreOneControl(): void
    {
        $played = Recognition::of(Play::events("1000 p B0 63 08 B0 62 01 B0 06 10 B0 26 03\n1050 p B0 06 11 B0 26 05"), 0, self::END_US)
            ->candidates[0];
        self::assertSame('nrpn 1025 channel 1', $played->played->selector());
        self::assertEquals(new ValueRange(16 * 128 + 3, 17 * 128 + 5), $played->range);
    }

    public function testAChartGivesTheNameAndSaysWhatItIs(): void
    {
        $setup = RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json')));
        $one = Recognition::of(Play::events('1000 treadle BF 52 7F'), 0, self::END_US, $setup)->sure();
        self::assertSame(['treadle', 'Switch 3', [Recognised::MOMENTARY]], [$one?->unit, $one?->control, $one?->sorts]);
        $fader = Recognition::of(Play::events('1000 strip B4 15 30'), 0, self::END_US, $setup)->sure();
        self::assertSame(['strip', 'A fader 2', [Recognised::FADER]], [$fader?->unit, $fader?->control, $fader?->sorts]);
    }

    /** @return iterable<string, array{list<int>, bool}> times in milliseconds of the same value, and whether that repeats by itself */
    public static function repetitions(): iterable
    {
        yield 'evenly' => [[500, 1000, 1500, 2000, 2500, 3000], true];
        yield 'nearly evenly' => [[500, 1020, 1500, 2010, 2490, 3000], true];
        yield 'not evenly enough' => [[500, 1000, 1550, 2030, 2500, 3000], false];
        yield 'by hand' => [[500, 1100, 1500, 2150, 2500, 3000], false];
        yield 'for too short a time' => [[1000, 1200, 1400, 1600], false];
        yield 'too fast' => [array_merge(range(500, 3500, 25)), false];
        yield 'twice' => [[500, 3000], false];
    }

    /** @param list<int> $times */
    #[DataProvider('repetitions')]
    public function testWhatRepeatsEvenlyForMostOfTheTimeIsNoHand(array $times, bool $isByItself): void
    {
        $tape = implode("\n", array_map(static fn (int $at): string => "{$at} desk B2 77 40", $times));
        self::assertCount($isByItself ? 0 : 1, Recognition::of(Play::events($tape), 0, self::END_US)->candidates);
        self::assertCount(
            1,
            Recognition::of(Play::events(strtr($tape, ['B2 77' => '92 77'])), 0, self::END_US)->candidates,
            'whoever plays the same key evenly is a hand',
        );
    }

    public function testWhatStillMovesCanBeAStreamThatBeganLate(): void
    {
        $tape = implode(
            "\n",
            array_map(static fn (int $at): string => "{$at} tilt B0 10 ".\sprintf('%02X', 20 + intdiv($at, 100)), range(800, 1500, 50)),
        );
        $recognised = static fn (int $toUs): Recognition => Recognition::of(Play::events($tape), 0, $toUs);
        self::assertSame([Recognised::FADER], $recognised(1_700_000)->candidates[0]->sorts);
        self::assertNull($recognised(1_799_999)->sure());
        self::assertNotNull($recognised(1_800_000)->sure(), 'a fader that was let go');
        self::assertNotNull(Recognition::of(Play::events('1450 p C0 05'), 0, 1_500_000)->sure(), 'a press is over at once');
    }

    public function testPressureOfAnotherKeyIsAnotherControl(): void
    {
        $selectors = static fn (string $tape): array => array_map(
            static fn (Recognised $each): string => $each->played->selector(),
            Recognition::of(Play::events($tape), 0, self::END_US)->candidates,
        );
        self::assertSame(['note 36 channel 10'], $selectors("1000 p 99 24 50\n1040 p A9 24 30\n1100 p 89 24 40"));
        self::assertSame(['note 36 channel 10', 'polypressure 37 channel 10'], $selectors("1000 p 99 24 50\n1040 p A9 25 30\n1100 p 89 24 40"));
        self::assertSame(
            ['note 36 channel 10', 'pressure channel 9'],
            $selectors("1000 p 99 24 50\n1040 p D8 30\n1100 p 89 24 40"),
            'nor is that of another channel',
        );
    }

    public function testAModeMessageIsNoController(): void
    {
        $selector = static fn (string $tape): ?string => (
            Recognition::of(Play::events($tape), 0, self::END_US)->candidates[0] ?? null
        )?->played->selector();
        self::assertSame('cc 119 channel 1', $selector("1000 p B0 77 7F\n1800 p B0 77 00"));
        self::assertSame('mode 120 channel 1', $selector('1000 p B0 78 00'));
    }

    /** Thousands of listenings: a gesture among streams, clock, keep-alive and other hands. */
    public function testAPlantedGestureIsNeverTakenForAnother(): void
    {
        $sure = $alone = 0;
        for ($seed = 0; $seed < Cases::number(2000); ++$seed) {
            $traffic = new RandomTraffic($seed);
            $recognised = Recognition::of($traffic->events, 0, self::END_US);
            $one = $recognised->sure();
            $alone += $traffic->isAlone ? 1 : 0;
            if (null !== $one) {
                $sure += $traffic->isAlone ? 1 : 0;
                self::assertSame([$traffic->planted, $traffic->sort], [$one->played->selector(), $one->sorts[0]], "seed {$seed}");
            } else {
                self::assertContains(
                    $traffic->planted,
                    array_map(static fn (Recognised $each): string => $each->played->selector(), $recognised->candidates),
                    "seed {$seed} is unsure, and names it",
                );
            }
        }
        self::assertGreaterThan(0.8 * $alone, $sure, 'of what is played alone, at most a fifth is unsure');
    }

    /** A sensor that trembles without end, as it was recorded, and a foot in the middle of it. */
    public function testANoisySensorDoesNotHideASwitch(): void
    {
        $events = [];
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        for ($at = 0, $value = 60; $at < self::END_US; $at += $random->getInt(2500, 5000)) {
            $value = max(0, min(127, $value + $random->getInt(-2, 2)));
            $events[] = new Event($at, 'tilt', "\xBB\x10".\chr($value));
        }
        array_push($events, new Event(1_500_000, 'treadle', "\xBF\x52\x7F"), new Event(2_200_000, 'treadle', "\xBF\x52\x00"));
        usort($events, static fn (Event $a, Event $b): int => $a->timeUs <=> $b->timeUs);
        $recognised = Recognition::of($events, 0, self::END_US);
        self::assertSame('cc 82 channel 16', $recognised->sure()?->played->selector());
        self::assertSame(['cc 16 channel 12 at tilt streams; it is left out'], $recognised->leftOut);
    }
}
