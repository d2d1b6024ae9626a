<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\LeadIsFlooded;
use ZigzagPost\Core\Finding\Fact\LeadIsFull;
use ZigzagPost\Core\Finding\RigFinding;

/** Leads over which more streams than fits. */
final class LeadsThatAreFull implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        foreach ($analysis->fits() as $fit) {
            if (!$fit->isDin() || !$fit->load->isHeavy()) {
                continue;
            }
            $percent = round($fit->load->percent(), 1);
            $streams = array_unique(array_map(static fn (array $stream): string => $stream['what'], $fit->load->streams));
            $facts = [
                $fit->lead->id,
                $fit->from,
                $percent,
                [...$streams, ...$fit->load->fixed > 0 ? ['clock and what is sent by itself'] : []],
                $fit->load->thinMs(),
                'rules' === $fit->where,
            ];
            yield new RigFinding($percent > 100 ? new LeadIsFlooded(...$facts) : new LeadIsFull(...$facts));
        }
    }
}
