<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\LeadIsFlooded;
use ZigzagPost\Core\Finding\Fact\LeadIsFull;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Forecast\ThinnedBy;

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
            $class = $percent > 100 ? LeadIsFlooded::class : LeadIsFull::class;
            yield new RigFinding(
                new $class(
                    lead: $fit->lead->id,
                    from: $fit->from,
                    percent: $percent,
                    streams: [...$streams, ...$fit->load->fixed > 0 ? ['clock and what is sent by itself'] : []],
                    thinMs: $fit->load->thinMs(),
                    isOfRules: ThinnedBy::Rules === $fit->thinnedBy,
                ),
            );
        }
    }
}
