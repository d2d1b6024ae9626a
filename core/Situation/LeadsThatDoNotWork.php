<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Document\ContactMap;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Setup\Joint;
use ZigzagPost\Core\Rig\Wire\Supplies;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/** Leads that are dead, may damage something, or are not known to work; supplies that give too little. */
final class LeadsThatDoNotWork implements RigCheck
{
    public function findings(Situation $situation): iterable
    {
        $edits = new Edits($situation->setup->rig);
        foreach ($situation->judgements() as $index => $judged) {
            $joint = $situation->setup->joints[$index];
            $cause = "lead {$joint->lead->id}";
            $text = $judged->reason.(null === $judged->change ? '' : "; {$judged->change}");
            $fix = $this->fix($joint, $edits);
            if (Verdict::MayDamage === $judged->verdict) {
                yield RigFinding::error('lead-may-damage', $cause, $text, $fix, 'do not plug this in before it is put right');
            } elseif (Verdict::Dead === $judged->verdict) {
                yield RigFinding::error(null === $joint->dangling ? 'lead-dead' : 'lead-dangling', $cause, $text, $fix, $judged->change);
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

    private function fix(Joint $joint, Edits $edits): ?RigFix
    {
        if (null === $joint->a || null === $joint->b) {
            return null;
        }
        foreach ($joint->lead->parts as $index => $part) {
            foreach ([ContactMap::Straight, ContactMap::Crossed] as $map) {
                $other = new Part($part->what, $map, $part->ends, null, $part->lengthM, $part->passiveExtension, $part->phantomOff);
                $parts = [...\array_slice($joint->lead->parts, 0, $index), $other, ...\array_slice($joint->lead->parts, $index + 1)];
                if ($map !== $part->map && Verdict::Works === Walk::between($joint->a, $joint->b, $parts)->verdict) {
                    return $edits->lead($joint->lead->id, $index, $map->value, "Take a {$map->value} one in place of {$part->what}");
                }
            }
        }
        foreach ([$joint->a, $joint->b] as $end) {
            foreach ($end->plug->uses as $use) {
                $when = $use->when ?? [];
                $setting = array_key_first($when);
                if (1 !== \count($when) || $use === $end->use) {
                    continue;
                }
                $other = new \ZigzagPost\Core\Rig\Setup\End($end->box, $end->plug, $end->stream, $use);
                [$a, $b] = $end === $joint->a ? [$other, $joint->b] : [$joint->a, $other];
                if (Verdict::Works === Walk::between($a, $b, $joint->lead->parts)->verdict) {
                    return $edits->setting($end->box->name, (string) $setting, $when[$setting][0], "Set {$setting} of {$end->box->name} to {$when[$setting][0]}");
                }
            }
        }

        return null;
    }
}
