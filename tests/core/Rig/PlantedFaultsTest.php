<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

/** One fault put into a random clean rig is reported as exactly that fault; its fix clears it and brings nothing new. */
final class PlantedFaultsTest extends TestCase
{
    public function testEachFaultIsFoundAsItself(): void
    {
        $fixes = 0;
        for ($seed = 0; $seed < Cases::number(6); ++$seed) {
            $rig = new CleanRig($seed);
            self::assertSame([], self::causes($rig->json), "seed {$seed} is clean");
            foreach ($rig->faults() as $what => [$changes, $cause]) {
                $faulty = Kit::changed($rig->json, $changes);
                $found = self::found($faulty);
                self::assertSame(
                    [$cause],
                    array_map(
                        static fn (string $each): string => str_contains($cause, '*') ? (string) preg_replace('/^lead \w+/', 'lead *', $each) : $each,
                        self::causes($faulty),
                    ),
                    "seed {$seed}: {$what}",
                );
                if (null !== $found[0]->fix) {
                    ++$fixes;
                    self::assertSame([], self::causes(Kit::fixed($found[0]->fix, $faulty)), "seed {$seed}: the fix \"{$found[0]->fix->title}\"");
                }
            }
        }
        self::assertGreaterThan(0, $fixes);
    }

    /**
     * @param array<mixed> $json
     *
     * @return list<string>
     */
    private static function causes(array $json): array
    {
        return array_map(
            static fn (RigFinding $finding): string => "{$finding->fact->subject()->words()}: {$finding->fact->code()}",
            self::found($json),
        );
    }

    /**
     * @param array<mixed> $json
     *
     * @return list<RigFinding> errors and warnings
     */
    private static function found(array $json): array
    {
        $examined = Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)))));

        return array_values(array_filter($examined->findings, static fn (RigFinding $finding): bool => Severity::Hint !== $finding->fact->severity()));
    }
}
