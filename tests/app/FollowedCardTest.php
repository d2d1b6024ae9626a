<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Rig\Sheets;
use PHPUnit\Framework\TestCase;
use Twig\Environment;
use Twig\Loader\FilesystemLoader;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Trial\TestRun;
use ZigzagPost\Core\Trial\TrialStep;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\AnyDirectRig;
use ZigzagPost\Tests\Core\Rig\DirectPlanModel;
use ZigzagPost\Tests\Core\Rig\PlannedJson;

/** Who follows the printed list has a rig that works; who leaves a line out is told which by the test run. */
final class FollowedCardTest extends TestCase
{
    public function testWhoFollowsTheListHasARigThatWorksAndALineLeftOutIsFound(): void
    {
        $followed = $found = 0;
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $seed = (int) (getenv('ZIGZAG_SEED') ?: 1) * 100_000 + $case;
            $rig = new AnyDirectRig($seed);
            if (\count($rig->settings) + \count($rig->cables) > 9) {
                continue;
            }
            $model = new DirectPlanModel($rig);
            $json = $rig->json();
            $lines = FollowedCard::lines($this->list($json));
            if (null === $model->best) {
                continue;
            }
            $hidden = self::hidden($rig, $seed);
            $hands = new FollowedCard($rig, $hidden);
            array_walk($lines, $hands->does(...));
            self::assertTrue($hands->works($model->wished), "seed {$seed}");
            $steps = $this->steps($json);
            self::assertSame([], self::failed($steps, $hands), "seed {$seed}");
            ++$followed;
            foreach ($lines as $left => $line) {
                foreach (self::insteadOf($rig, $line) as $instead) {
                    $hands = new FollowedCard($rig, $hidden);
                    foreach ($lines as $index => $each) {
                        $index === $left ?: $hands->does($each);
                    }
                    null === $instead ?: $hands->turns($line, $instead);
                    if (!$hands->works($model->wished)) {
                        $this->isFound($line, $steps, $hands, "seed {$seed}: {$line->unit} {$line->title} {$instead}");
                        ++$found;
                    }
                }
            }
        }
        self::assertGreaterThan(20, $followed);
        self::assertGreaterThan(30, $found);
    }

    /** @param list<TrialStep> $steps */
    private function isFound(CardLine $line, array $steps, FollowedCard $hands, string $about): void
    {
        $failed = self::failed($steps, $hands);
        self::assertNotSame([], $failed, $about);
        $passed = array_values(array_filter($steps, static fn (TrialStep $step): bool => !\in_array($step, $failed, true)));
        $unit = $line->unit;
        $isBoard = str_starts_with($unit, 'board');
        $cause = match (true) {
            str_starts_with($unit, 'Lead ') => lcfirst($unit),
            'Channel' === $line->title => "channel of {$unit}",
            'Receive' === $line->title => "receive {$unit} note",
            'Transmit' === $line->title => "sending of {$unit}",
            'Thru' === $line->title => "passing on at {$unit}",
            default => 'lead to '.($isBoard ? "box{$unit[5]}0" : $unit),
        };
        self::assertContains($cause, TestRun::suspects($failed, $passed)->parts, $about);
    }

    /** @return list<int|string|null> what stands where a line was left out: what stood there before, or of a line to look at, anything else */
    private static function insteadOf(AnyDirectRig $rig, CardLine $line): array
    {
        foreach ($line->isLook ? $rig->settings : [] as $setting) {
            if ($setting['unit'] === $line->unit && ucfirst($setting['id']) === $line->title) {
                return array_values(array_filter($setting['values'], static fn (int|string $value): bool => (string) $value !== $line->value));
            }
        }

        return [null];
    }

    /** @return array<string, int|string> a value for everything, by "unit setting" */
    private static function hidden(AnyDirectRig $rig, int $seed): array
    {
        $hidden = [];
        foreach ($rig->settings as $index => $setting) {
            $hidden["{$setting['unit']} {$setting['id']}"] = $setting['values'][($seed + $index) % \count($setting['values'])];
        }

        return $hidden;
    }

    /**
     * @param list<TrialStep> $steps
     *
     * @return list<TrialStep> those that somebody with the boxes sees fail
     */
    private static function failed(array $steps, FollowedCard $hands): array
    {
        return array_values(
            array_filter($steps, static function (TrialStep $step) use ($hands): bool {
                $heard = $hands->heard($step->unit);

                return [] !== array_diff(array_column($step->wanted, 'unit'), $heard) || [] !== array_intersect($step->still, $heard);
            }),
        );
    }

    /** @param array<string, mixed> $json */
    private function list(array $json): string
    {
        $sheets = new Sheets(new Environment(new FilesystemLoader(\dirname(__DIR__, 2).'/templates')));

        return $sheets->html(self::analysis($json), ['cards']);
    }

    /**
     * @param array<string, mixed> $json
     *
     * @return list<TrialStep> those of the rig once it is set as planned
     */
    private function steps(array $json): array
    {
        return TestRun::of(self::analysis(PlannedJson::of($json, self::analysis($json)) ?? []))->steps;
    }

    /** @param array<mixed> $json */
    private static function analysis(array $json): RigAnalysis
    {
        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
    }
}
