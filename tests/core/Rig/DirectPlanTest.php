<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Plan\PlannedCable;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

final class DirectPlanTest extends TestCase
{
    /** Works or not, least cost, fewest changes, lowest values; and what works costs nothing. */
    public function testAgreesWithTryingEverything(): void
    {
        $free = $none = $exchanged = 0;
        for ($case = 0; $case < Cases::number(150); ++$case) {
            $seed = (int) (getenv('ZIGZAG_SEED') ?: 1) * 100_000 + $case;
            $rig = new AnyDirectRig($seed);
            if (\count($rig->settings) + \count($rig->cables) > 9) {
                continue;
            }
            $model = new DirectPlanModel($rig);
            $plan = self::plan($rig->json());
            $about = "seed {$seed}: ".Json::encode($rig->json());
            if (null === $model->best) {
                self::assertNotNull($plan->conflict, $about);
                ++$none;
                continue;
            }
            self::assertNull($plan->conflict, $about);
            self::assertTrue($plan->isProven, $about);
            self::assertSame($model->best[0], $plan->cost, $about);
            $wanted = [];
            foreach ($rig->settings as $index => $setting) {
                $value = $setting['values'][$model->best[2][$index]] ?? null;
                if (null !== $value && $value !== ($setting['ticked'] ?? $setting['factory'])) {
                    $wanted["{$setting['unit']} {$setting['id']}"] = (string) $value;
                }
            }
            self::assertSame($wanted, self::changes($plan), $about);
            $cables = [];
            foreach (array_keys($rig->cables) as $index => $box) {
                1 === $model->best[2][\count($rig->settings) + $index] ? $cables[] = "to {$box}" : null;
            }
            self::assertSame($cables, array_map(static fn (PlannedCable $cable): string => $cable->lead, $plan->cables), $about);
            $exchanged += \count($cables);
            $free += 0 === $plan->cost ? 1 : 0;
        }
        self::assertGreaterThan(5, $free);
        self::assertGreaterThan(2, $none);
        self::assertGreaterThan(0, $exchanged);
    }

    /** Neither names nor the order of units and leads nor what they are called a sort of decide anything. */
    public function testRenamedReorderedAndOfOtherSortsItIsTheSame(): void
    {
        $compared = 0;
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $seed = (int) (getenv('ZIGZAG_SEED') ?: 1) * 100_000 + $case;
            $rig = new AnyDirectRig($seed);
            $json = $rig->json();
            $text = strtr(Json::encode($json), ['board' => 'a_foot', 'box' => 'z_head', '"controller"' => '"lamp"', '"synth"' => '"desk"']);
            $other = Json::decode($text);
            self::assertIsArray($other);
            foreach (['units', 'leads', 'intents'] as $list) {
                self::assertIsArray($other[$list]);
                $other[$list] = array_reverse($other[$list]);
            }
            [$one, $same] = [self::plan($json), self::plan($other)];
            self::assertSame(null === $one->conflict, null === $same->conflict, "seed {$seed}");
            self::assertSame($one->cost, $same->cost, "seed {$seed}");
            self::assertCount(\count(self::changes($one)), self::changes($same), "seed {$seed}");
            $compared += $one->cost > 0 ? 1 : 0;
        }
        self::assertGreaterThan(10, $compared);
    }

    /** @param array<mixed> $json */
    private static function plan(array $json): Plan
    {
        return Planner::plan(RigFile::setup(RigFile::rig(Json::encode($json)), ''));
    }

    /** @return array<string, string> */
    private static function changes(Plan $plan): array
    {
        $changes = [];
        foreach ($plan->settings as $setting) {
            if ($setting->changes()) {
                $changes["{$setting->box->name} {$setting->setting->id}"] = (string) $setting->value;
            }
        }

        return $changes;
    }
}
