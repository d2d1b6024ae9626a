<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\PedalShortfall;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Midi\Reckoning;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Number\TimedValue;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Chart\ShownNumber;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Show\Calibration\Calibration;
use ZigzagPost\Core\Show\Calibration\ScaleLines;
use ZigzagPost\Tests\Core\Cases;

/** Pedals of all kinds: with what was measured both ends are reached, and nothing flickers at rest. */
final class CalibrationTest extends TestCase
{
    /** Noise, dead zones, reversed wiring, curves: as rules would play them. */
    public function testBothEndsAreReachedAndNothingFlickersAtRest(): void
    {
        $measured = 0;
        for ($seed = 0; $seed < Cases::number(400); ++$seed) {
            $pedal = new RandomPedal($seed);
            [$samples, $until] = $pedal->heelToeHeel();
            $calibration = Calibration::of($samples, $until);
            self::assertNotNull($calibration, "seed {$seed}");
            self::assertTrue($calibration->isBack, "seed {$seed}: it is back");
            ++$measured;
            foreach (
                [
                    'in front' => "  deadband {$calibration->deadband}\n  scale value {$calibration->heel}..{$calibration->toe} to 0..127\n",
                    'behind' => '  '.implode("\n  ", $calibration->lines(0, 127))."\n",
                ] as $where => $steps
            ) {
                $rules = "port pedals in\nport out out\nrule \"Pedal\"\n  take cc 11\n{$steps}  send out\n";
                $engine = new Engine(Compiler::load(ResolvedRulebook::of(Parser::parse($rules)->book)));
                $now = 0;
                foreach ([[1.0, 127], [0.0, 0], [0.5, null], [1.0, 127], [0.3, null], [0.0, 0]] as [$to, $wanted]) {
                    $now = self::move($engine, $pedal, $to, $now);
                    $arrived = self::last($engine);
                    if (null !== $wanted) {
                        self::assertSame($wanted, $arrived ?? $wanted, "seed {$seed}, {$where}: the end at {$to}");
                    }
                    for ($at = 0; $at < 60; ++$at) {
                        $engine->feed($now += 15_000, 0, "\xB0\x0B".\chr($pedal->at($to)));
                    }
                    $values = array_map(static fn (array $made): int => \ord($made[2][2]), $engine->take());
                    $flicker = \count(array_unique(null === $wanted ? $values : [$wanted, ...$values])) - 1;
                    self::assertLessThanOrEqual(0, $flicker, "seed {$seed}, {$where}: rests at {$to}");
                }
            }
        }
        self::assertSame(Cases::number(400), $measured);
    }

    /** A law: whatever it is made of, the way it goes is right, and all that it sends at rest is the end where it rests. */
    public function testAnyPedalReachesItsEndsTheRightWayRound(): void
    {
        for ($seed = 1; $seed <= Cases::number(150); ++$seed) {
            $pedal = new AnyPedal($seed);
            $calibration = Calibration::of($pedal->samples, $pedal->untilUs);
            self::assertNotNull($calibration, "seed {$seed}");
            self::assertSame($pedal->isReversed, $calibration->toe < $calibration->heel, "seed {$seed}: the way round");
            foreach ([0 => $pedal->atHeel, 1 => $pedal->atToe] as $share => $values) {
                foreach (array_unique($values) as $value) {
                    self::assertSame(
                        (float) $share,
                        $calibration->share($value),
                        "seed {$seed}: {$value} at rest, measured {$calibration->heel} to {$calibration->toe}",
                    );
                }
            }
            self::assertGreaterThan(
                0.7,
                abs($calibration->toe - $calibration->heel) / $pedal->travel,
                "seed {$seed}: hardly anything of its travel is lost",
            );
        }
    }

    /** What is measured before the pedal is back at its heel may still change. */
    public function testItIsSaidWhetherThePedalIsBack(): void
    {
        for ($seed = 0; $seed < Cases::number(400); ++$seed) {
            [$samples, $until] = (new RandomPedal($seed))->heelToeHeel(false);
            self::assertFalse(Calibration::of($samples, $until)->isBack ?? false, "seed {$seed}");
        }
    }

    public function testTheErrorAtAnEndAgreesWithTheFormula(): void
    {
        $shown = static fn (float $low, float $high): array => [new ShownNumber(0, $low), new ShownNumber(127, $high)];
        $bend = new Parameter('Pitch', Reach::Midi, ValueRange::sevenBits(), shown: $shown(0.0, 12.0), unit: 'semitones');
        foreach ([127, 126, 124, 100, 64] as $reached) {
            $expected = Reckoning::shortfall($reached, 127, 12)->results[0]->value;
            self::assertEqualsWithDelta((float) $expected, (float) PedalShortfall::error($bend, 127, $reached), 0.06);
        }
        $swell = new Parameter('Swell', Reach::Midi, ValueRange::sevenBits(), shown: $shown(-60.0, 0.0), unit: 'dB');
        self::assertSame('1.4 dB', PedalShortfall::error($swell, 0, 3));
    }

    public function testWhatHardlyMovesIsNotMeasured(): void
    {
        self::assertNull(Calibration::of([], 5_000_000));
        self::assertNull(Calibration::of([new TimedValue(0, 64), new TimedValue(1_000_000, 66), new TimedValue(2_000_000, 64)], 5_000_000));
    }

    public function testACurveIsSeen(): void
    {
        $sweep = static function (\Closure $curve): ?Calibration {
            $samples = [new TimedValue(0, 0), new TimedValue(300_000, 0)];
            for ($step = 0; $step <= 100; ++$step) {
                $samples[] = new TimedValue(500_000 + $step * 10_000, (int) round(127 * self::along($curve, $step / 100)));
            }
            $samples[] = new TimedValue(2_500_000, 0);

            return Calibration::of($samples, 3_500_000);
        };
        self::assertSame('even', $sweep(static fn (float $share): float => $share)?->curve);
        self::assertSame('slow at the heel', $sweep(static fn (float $share): float => $share ** 3)?->curve);
        self::assertSame('fast at the heel', $sweep(static fn (float $share): float => $share ** 0.3)?->curve);
    }

    private static function move(Engine $engine, RandomPedal $pedal, float $to, int $now): int
    {
        for ($step = 1; $step <= 20; ++$step) {
            $engine->feed($now += 10_000, 0, "\xB0\x0B".\chr($pedal->at($pedal->stands + (($to - $pedal->stands) * $step) / 20)));
        }
        $pedal->stands = $to;
        for ($settle = 0; $settle < 6; ++$settle) {
            $engine->feed($now += 10_000, 0, "\xB0\x0B".\chr($pedal->at($to)));
        }

        return $now;
    }

    private static function last(Engine $engine): ?int
    {
        $made = $engine->take();

        return [] === $made ? null : \ord($made[\count($made) - 1][2][2]);
    }

    /** @param \Closure(float): float $curve */
    private static function along(\Closure $curve, float $share): float
    {
        return $curve($share);
    }

    public function testScaleLinesAreRewrittenFromIt(): void
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);
        $book =
            "port treadle in\nport boxes out\n\nrule \"By hand\"\n  take cc 11 channel 16\n  scale value 0..127 to 10..90 # what it had\n  "
                ."scale value 10..90 to 0..127\n  send boxes\n\nrule \"Another\"\n  take cc 12\n  scale value 0..127 to 0..1\n  send boxes\n";
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(['rulebook' => $book] + $json))));
        $edits = ScaleLines::edits($analysis, 'treadle', 'Pedal', 5, 118);
        self::assertSame(str_replace('0..127 to 10..90', '5..118 to 10..90', $book), Source::of($book)->with($edits)->text);
        self::assertSame([], ScaleLines::edits($analysis, 'treadle', 'Switch 1', 5, 118));
        self::assertSame([], ScaleLines::edits($analysis, 'nobody', 'Pedal', 5, 118));
    }
}
