<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\Fact\NoPlan;
use ZigzagPost\Core\Finding\FixPreview;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Plan\Conflict\Conflict;
use ZigzagPost\Core\Rig\Plan\Conflict\FreeingKind;
use ZigzagPost\Core\Rig\Plan\Planner;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Tests\Core\Cases;

/** Where only a pin stands against a plan, the finding's change takes the pins away, and what stood against it is gone. */
final class UnpinningTest extends TestCase
{
    public function testWhatSaysUnpinCanBeDoneByOnePress(): void
    {
        $done = 0;
        for ($seed = 1; $seed <= Cases::number(400); ++$seed) {
            $rig = (new AnyDirectRig($seed))->json();
            $conflict = Planner::plan(self::read($rig))->conflict;
            if (FreeingKind::Unpin !== $conflict?->change?->kind) {
                continue;
            }
            $unit = $conflict->change->units[0] ?? self::fail();
            $fix = (self::finding($rig) ?? self::fail("seed {$seed}: it is told"))->fix;
            self::assertSame("Unpin the settings of {$unit}", $fix?->title, "seed {$seed}");
            foreach (FixPreview::of($fix, RigFile::rig(Json::encode($rig)), json_decode(Json::encode($rig))) as $line) {
                self::assertMatchesRegularExpression("/^{$unit}, \\w+: pinned → not pinned$/", $line->words());
            }
            $changed = $fix->applied(Json::encode($rig));
            $freed = Json::decode($changed);
            self::assertEquals($rig, self::pinnedAgain($freed, $rig, $unit), "seed {$seed}: nothing but the pins of {$unit} is changed");
            self::assertStringNotContainsString('"pinned"', Json::encode(self::unit($freed, $unit)));
            $after = Planner::plan(self::read($freed))->conflict;
            self::assertNotSame(self::words($conflict), null === $after ? null : self::words($after), "seed {$seed}");
            ++$done;
        }
        self::assertGreaterThan(3, $done);
    }

    private static function words(Conflict $conflict): string
    {
        return implode(', ', $conflict->units).": {$conflict->why->words()}";
    }

    /** @return array<mixed> */
    private static function unit(mixed $rig, string $name): array
    {
        self::assertIsArray($rig);
        self::assertIsArray($rig['units']);
        foreach ($rig['units'] as $unit) {
            if (\is_array($unit) && $name === $unit['name']) {
                return $unit;
            }
        }
        self::fail("no {$name}");
    }

    /** @param array<mixed> $was */
    private static function pinnedAgain(mixed $rig, array $was, string $name): mixed
    {
        self::assertIsArray($rig);
        self::assertIsArray($rig['units']);
        $rig['units'] = array_map(
            static fn (mixed $unit): mixed => \is_array($unit) && $name === $unit['name']
                ? array_replace_recursive($unit, ['settings' => self::unit($was, $name)['settings'] ?? []])
                : $unit,
            $rig['units'],
        );

        return $rig;
    }

    /** @param array<mixed> $rig */
    private static function finding(array $rig): ?RigFinding
    {
        foreach (Examination::of(new RigAnalysis(self::read($rig)))->findings as $finding) {
            if ($finding->fact instanceof NoPlan) {
                return $finding;
            }
        }

        return null;
    }

    private static function read(mixed $rig): Setup
    {
        return RigFile::setup(RigFile::rig(Json::encode($rig)), '');
    }
}
