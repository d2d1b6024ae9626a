<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Step\RecallStep;

/** A unit that rules call programs of. */
final readonly class Recalled
{
    /** @param int $line where the first rule does */
    private function __construct(public Device $box, public int $line)
    {
    }

    /** @return list<self> in the order of the rig */
    public static function of(RigAnalysis $analysis): array
    {
        $lines = [];
        foreach ($analysis->checked()->book->steps() as $step) {
            if ($step instanceof RecallStep) {
                $lines[$step->device->text] ??= $step->span->line;
            }
        }
        $recalled = [];
        foreach ($analysis->setup->boxes as $box) {
            if (isset($lines[$box->name])) {
                $recalled[] = new self($box, $lines[$box->name]);
            }
        }

        return $recalled;
    }
}
