<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\LeadHangsLoose;
use ZigzagPost\Core\Finding\Fact\LeadIsDead;
use ZigzagPost\Core\Finding\Fact\LeadIsRisky;
use ZigzagPost\Core\Finding\Fact\LeadIsUnknown;
use ZigzagPost\Core\Finding\Fact\LeadMayDamage;
use ZigzagPost\Core\Finding\Fact\SupplyIsOverloaded;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Wire\Mend;
use ZigzagPost\Core\Rig\Wire\Supplies;
use ZigzagPost\Core\Rig\Wire\Verdict;

/** Leads that are dead, may damage something, or are not known to work; supplies that give too little. */
final class LeadsThatDoNotWork implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $edits = new Edits($analysis->setup->rig);
        foreach ($analysis->judgements() as $index => $judged) {
            $joint = $analysis->setup->joints[$index];
            [$lead, $cure, $cureTold] = [$joint->lead->id, $judged->mend?->words, $judged->mend?->told];
            $told = null === $judged->wrong ? null : $judged->told();
            $fix = null === $judged->mend ? null : $this->fix($joint, $judged->mend, $edits);
            if (Verdict::MayDamage === $judged->verdict) {
                yield new RigFinding(new LeadMayDamage($lead, $judged->reason, $cure, $told, $cureTold), $fix);
            } elseif (Verdict::Dead === $judged->verdict) {
                yield new RigFinding(
                    null === $joint->dangling
                        ? new LeadIsDead($lead, $judged->reason, $cure, $told, $cureTold)
                        : new LeadHangsLoose($lead, $judged->reason, $cure),
                    $fix,
                );
            } elseif (Verdict::Unknown === $judged->verdict) {
                yield new RigFinding(new LeadIsUnknown($lead, (string) $judged->unknown, $judged->reason));
            }
            foreach ($judged->warnings as $warning) {
                yield new RigFinding(new LeadIsRisky($lead, $warning));
            }
        }
        foreach (Supplies::of($analysis->setup) as $load) {
            if ($load->isTooMuch()) {
                yield new RigFinding(new SupplyIsOverloaded($load->supply, (float) $load->needsMa, (float) $load->givesMa, (float) $load->percent()));
            }
        }
    }

    /** What is written down of the lead, or planned of a box; that another adapter or plug is taken is for hands alone. */
    private function fix(ResolvedLead $joint, Mend $mend, Edits $edits): ?RigFix
    {
        $parts = [];
        foreach ($mend->turned as $index) {
            $parts[$index] = $joint->lead->parts[$index]->turned();
        }
        if (null !== $mend->part && null !== $mend->map) {
            $parts[$mend->part] = $joint->lead->parts[$mend->part]->mapped($mend->map);
        }
        if (null !== $mend->without) {
            return $edits->without($joint->lead->id, $mend->without, ucfirst($mend->told));
        }
        if ([] !== $parts) {
            return $edits->parts($joint->lead->id, $parts, ucfirst($mend->told));
        }
        $setting = array_key_first($mend->settings);

        return null === $mend->unit || null === $setting || 1 !== \count($mend->settings)
            ? null
            : $edits->setting(
                $mend->unit,
                (string) $setting,
                $mend->settings[$setting],
                "Set {$setting} of {$mend->unit} to {$mend->settings[$setting]}",
            );
    }
}
