<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\Gender;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Setup\End;

/** Whether male meets female all along a lead, where that is known. */
final class Mating
{
    /**
     * @param list<Part> $parts
     *
     * @return string|null what does not go into each other
     */
    public static function misfit(End $a, array $parts, End $b): ?string
    {
        [$last, $at] = [self::ofPlug($a), $a->name()];
        foreach ($parts as $part) {
            if (null !== $last && $last === $part->genders?->a) {
                return "{$part->what} and {$at} are both {$last->value} where they meet, and do not go into each other";
            }
            [$last, $at] = [$part->genders?->b, $part->what];
        }
        $plug = [] === $parts ? null : self::ofPlug($b); // what lies between is not written down

        return null !== $last && $last === $plug ? "{$at} and {$b->name()} are both {$last->value} where they meet, and do not go into each other" : null;
    }

    /** What a box has: as its chart says; with XLR what sends is male, and what hears is female, as is usual for sound. */
    private static function ofPlug(End $end): ?Gender
    {
        if (null !== $end->plug->gender || Connector::Xlr3 !== $end->plug->connector) {
            return $end->plug->gender;
        }
        $way = $end->way();

        return null === $way || ($way->sends() && $way->receives()) ? null : ($way->sends() ? Gender::Male : Gender::Female);
    }
}
