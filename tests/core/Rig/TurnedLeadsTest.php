<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Rig\Plan\PlannedSetting;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

/** A law: a lead has no direction of its own. Whichever end is written first, the same arrives, is found and is planned. */
final class TurnedLeadsTest extends TestCase
{
    /** @return iterable<string, array{callable(int): string}> */
    public static function sorts(): iterable
    {
        yield 'direct' => [static fn (int $seed): string => Json::encode((new AnyDirectRig(600_000 + $seed))->json())];
        yield 'clean' => [static fn (int $seed): string => Json::encode((new CleanRig(600 + $seed))->json)];
        yield 'planned' => [static fn (int $seed): string => PlanRig::json(600 + $seed)];
        yield 'clocked' => [static fn (int $seed): string => ClockedRig::json(600 + $seed)];
        yield 'random' => [static function (int $seed): string {
            $random = new RandomRig(600 + $seed, 0 !== $seed % 3);

            return Json::encode(['rulebook' => $random->book()] + Json::members(Json::write($random->rig)));
        }];
    }

    /** @param callable(int): string $json of a seed */
    #[DataProvider('sorts')]
    public function testALeadMayBeWrittenFromEitherEnd(callable $json): void
    {
        for ($seed = 0; $seed < Cases::number(12); ++$seed) {
            $rig = Json::decode($json($seed));
            self::assertIsArray($rig);
            $turned = $rig;
            self::assertIsArray($rig['leads']);
            $turned['leads'] = array_map(self::turned(...), array_values($rig['leads']));
            self::assertSame(self::told($rig), self::told($turned), "seed {$seed}");
        }
    }

    private static function turned(mixed $lead): mixed
    {
        self::assertIsArray($lead);
        $parts = \is_array($lead['parts'] ?? null) ? array_values($lead['parts']) : [];
        foreach ($parts as $index => $part) {
            if (\is_array($part) && \is_array($part['ends'] ?? null)) {
                $parts[$index] = ['ends' => ['a' => $part['ends']['b'], 'b' => $part['ends']['a']]] + $part;
            }
        }

        return ['a' => $lead['b'], 'b' => $lead['a'], 'parts' => array_reverse($parts)] + $lead;
    }

    /**
     * @param array<mixed> $rig
     *
     * @return list<mixed>
     */
    private static function told(array $rig): array
    {
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($rig))));
        $arrives = $found = [];
        foreach ($analysis->matrix()->cells as $cell) {
            $arrives["{$cell->from->name} {$cell->to->name} {$cell->of->value}"] = $cell->arrives($analysis->setup->boxes);
        }
        foreach (Examination::of($analysis)->findings as $finding) {
            $found[] = substr($finding->key(), 0, -8); // which end is named first is in the words
        }
        ksort($arrives);
        sort($found);
        $plan = $analysis->plan();
        $set = static fn (PlannedSetting $planned): string => "{$planned->box->name} {$planned->setting->id} {$planned->value} {$planned->reason}";

        return [$arrives, $found, $plan->cost, $plan->conflict?->why->words(), $plan->conflict?->change?->words(), array_map($set, $plan->settings)];
    }
}
