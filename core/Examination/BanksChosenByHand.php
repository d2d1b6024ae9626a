<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ProgramsCalledAlike;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Programs;
use ZigzagPost\Core\Rig\Index\ProgramIndex;
use ZigzagPost\Core\Rig\Setup\Device;

/** Units that rules send program changes to, of which one message calls several programs. */
final class BanksChosenByHand implements RigCheck
{
    /** Programs looked through at most. */
    private const MOST = 16384;

    public function findings(RigAnalysis $analysis): iterable
    {
        foreach (Recalled::of($analysis) as $recalled) {
            [$box, $programs] = [$recalled->box, $recalled->box->chart->programs];
            $alike = null === $programs ? null : self::alike($box, $programs);
            if (null !== $programs && null !== $alike) {
                [$one, $other] = array_map($programs->label(...), $alike);
                yield new RigFinding(new ProgramsCalledAlike($box->name, $one, $other, $recalled->line));
            }
        }
    }

    /** @return list<int>|null places of the first two programs that one message calls */
    private static function alike(Device $box, Programs $programs): ?array
    {
        $first = [];
        for ($place = 0; $place < min($programs->count, self::MOST); ++$place) {
            $called = ProgramIndex::bytes($box, $programs, $place);
            $bytes = null === $called ? null : "{$called->msb} {$called->lsb} {$called->program}";
            if (null !== $bytes && isset($first[$bytes])) {
                return [$first[$bytes], $place];
            }
            null === $bytes ?: $first[$bytes] = $place;
        }

        return null;
    }
}
