<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Fit\Load;
use ZigzagPost\Core\World\LeadFit;

/** Leads over which more streams than fits. */
final class LeadsThatAreFull implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        foreach ($situation->fits() as $fit) {
            if (!$fit->isDin() || !$fit->load->isHeavy()) {
                continue;
            }
            $percent = round($fit->load->percent(), 1);
            $streams = array_unique(array_map(static fn (array $stream): string => $stream['what'], $fit->load->streams));
            $text = "{$percent} % of what the lead can carry streams over it: ".implode(', ', [...$streams, ...($fit->load->fixed > 0 ? ['clock and what is sent by itself'] : [])]).$this->advice($fit);
            $cause = "lead {$fit->lead->id} from {$fit->from}";
            yield $percent > 100 ? RigFinding::error('lead-flooded', $cause, $text) : RigFinding::warning('lead-full', $cause, $text);
        }
    }

    private function advice(LeadFit $fit): string
    {
        $thin = $fit->load->thinMs();
        if (null === $thin) {
            return '; what cannot be thinned is too much for it alone';
        }

        return 'rules' === $fit->where ? "; put \"thin {$thin}ms\" into the rules for it, so that ".Load::WARN_PERCENT.' % are not passed' : "; let the sender send no more than one message in {$thin} ms";
    }
}
