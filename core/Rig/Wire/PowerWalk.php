<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Polarity;
use ZigzagPost\Core\Rig\Chart\Power;
use ZigzagPost\Core\Rig\Chart\PowerWay;
use ZigzagPost\Core\Rig\Document\ContactMap;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Setup\End;

/** Judges a lead that carries power: kind of current, volts, polarity, and whether one output is enough. */
final class PowerWalk
{
    /** @param list<Part> $parts */
    public static function judge(End $a, End $b, array $parts): Judgement
    {
        [$powerA, $powerB] = [$a->plug->power, $b->plug->power];
        if (null === $powerA || null === $powerB) {
            $end = null === $powerA ? $a : $b;

            return Judgement::unknown("the power of {$end->name()}", "the chart does not say what {$end->name()} needs or gives");
        }

        return PowerWay::Gives === $powerA->way ? self::fed($a, $powerA, $b, $powerB, $parts) : self::fed($b, $powerB, $a, $powerA, $parts);
    }

    /** @param list<Part> $parts */
    private static function fed(End $giver, Power $gives, End $taker, Power $needs, array $parts): Judgement
    {
        if (PowerWay::Gives !== $gives->way || PowerWay::Needs !== $needs->way) {
            return Judgement::dead(PowerWay::Gives === $gives->way ? 'both ends give power' : 'neither end gives power');
        }
        if ($gives->current !== $needs->current) {
            return Judgement::mayDamage(
                "{$giver->name()} gives ".strtoupper($gives->current->value).", {$taker->name()} needs ".strtoupper($needs->current->value),
            );
        }
        if ($gives->volts->high > $needs->volts->high) {
            return Judgement::mayDamage("{$giver->name()} gives {$gives->volts->high} V, {$taker->name()} takes {$needs->volts->high} V at most");
        }
        $crossings = \count(array_filter($parts, static fn (Part $part): bool => ContactMap::Crossed === $part->map));
        $centre = 1 === $crossings % 2 ? (Polarity::Plus === $gives->centre ? Polarity::Minus : Polarity::Plus) : $gives->centre;
        if (null !== $gives->centre && null !== $needs->centre && $centre !== $needs->centre) {
            return Judgement::mayDamage(
                "{$taker->name()} needs {$needs->centre->value} in the centre, and gets {$centre?->value}",
                "centre of {$taker->name()}",
            );
        }
        if ($gives->volts->low < $needs->volts->low) {
            return Judgement::dead("{$giver->name()} gives {$gives->volts->low} V, {$taker->name()} needs {$needs->volts->low} V");
        }
        if ((null === $gives->centre) !== (null === $needs->centre) && $gives->current === $needs->current) {
            $end = null === $gives->centre ? $giver : $taker;

            return Judgement::unknown("the polarity of {$end->name()}", "the chart does not say what the centre of {$end->name()} is");
        }
        if (null !== $gives->mA && null !== $needs->mA && $needs->mA > $gives->mA) {
            return Judgement::dead("{$taker->name()} needs {$needs->mA} mA, {$giver->name()} gives {$gives->mA} mA");
        }

        return null === $gives->mA || null === $needs->mA
            ? Judgement::unknown(
                'how many mA',
                'the charts do not say how many mA are '.(null === $gives->mA ? "given by {$giver->name()}" : "needed by {$taker->name()}"),
            )
            : Judgement::works("{$needs->mA} of {$gives->mA} mA");
    }
}
