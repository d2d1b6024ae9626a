<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Setup\Joint;
use ZigzagPost\Core\Rig\Wire\Mend;
use ZigzagPost\Core\Rig\Wire\Supplies;
use ZigzagPost\Core\Rig\Wire\Verdict;

/** Leads that are dead, may damage something, or are not known to work; supplies that give too little. */
final class LeadsThatDoNotWork implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        $edits = new Edits($situation->setup->rig);
        foreach ($situation->judgements() as $index => $judged) {
            $joint = $situation->setup->joints[$index];
            $cause = "lead {$joint->lead->id}";
            $text = $judged->reason.(null === $judged->mend ? '' : "; {$judged->mend->words}");
            $fix = null === $judged->mend ? null : $this->fix($joint, $judged->mend, $edits);
            if (Verdict::MayDamage === $judged->verdict) {
                yield RigFinding::error('lead-may-damage', $cause, $text, $fix, 'do not plug this in before it is put right');
            } elseif (Verdict::Dead === $judged->verdict) {
                yield RigFinding::error(null === $joint->dangling ? 'lead-dead' : 'lead-dangling', $cause, $text, $fix, $judged->mend?->words);
            } elseif (Verdict::Unknown === $judged->verdict) {
                yield RigFinding::warning('lead-unknown', $cause, "{$judged->unknown}: {$judged->reason}", null, 'ask the box, and write the answer into its chart');
            }
            foreach ($judged->warnings as $warning) {
                yield RigFinding::warning('lead-risky', $cause, $warning, null, $warning);
            }
        }
        foreach (Supplies::of($situation->setup) as $load) {
            if ($load->isTooMuch()) {
                yield RigFinding::warning('supply-overloaded', "supply {$load->supply}", "{$load->needsMa} of {$load->givesMa} mA are drawn, {$load->percent()} %; more than 80 % is too much", null, 'move a unit to another output');
            }
        }
    }

    /** What is written down of the lead, or planned of a box; that another adapter or plug is taken is for hands alone. */
    private function fix(Joint $joint, Mend $mend, Edits $edits): ?RigFix
    {
        $parts = [];
        foreach ($mend->turned as $index) {
            $parts[$index] = $joint->lead->parts[$index]->turned();
        }
        if (null !== $mend->part && null !== $mend->map) {
            $parts[$mend->part] = $joint->lead->parts[$mend->part]->mapped($mend->map);
        }
        if ([] !== $parts) {
            return $edits->parts($joint->lead->id, $parts, ucfirst($mend->words));
        }
        $setting = array_key_first($mend->settings);

        return null === $mend->unit || null === $setting || 1 !== \count($mend->settings) ? null : $edits->setting($mend->unit, (string) $setting, $mend->settings[$setting], "Set {$setting} of {$mend->unit} to {$mend->settings[$setting]}");
    }
}
