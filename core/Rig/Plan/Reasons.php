<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Document\Unit;
use ZigzagPost\Core\Rig\Setup\Channels;

/** Says why a setting stands where the plan puts it. */
final class Reasons
{
    /**
     * @param list<PlanVariable> $choices
     * @param array<int, int> $values
     * @param list<HeardStream> $streams
     */
    public static function of(PlanVariable $choice, PlanValue $option, array $choices, array $values, array $streams): string
    {
        $setting = (string) $choice->setting;
        if ($choice->isPinned) {
            return 'pinned';
        }
        if (0 === $option->cost) {
            return self::isTicked($choice->box->unit, $setting) ? 'stands there already' : 'as it comes from the factory';
        }
        $now = $choice->box->value($setting);
        foreach ($choice->options as $wanted) {
            if ($wanted->value !== $now || null === $now) {
                continue;
            }
            foreach ($choices as $index => $other) {
                foreach ($wanted->takes as $stream => $channels) {
                    $taken = $other === $choice ? 0 : $channels & (($other->options[$values[$index]] ?? null)?->takes[$stream] ?? 0);
                    if (0 !== $taken) {
                        return Channels::print($taken)." is {$other->box->name}’s on {$streams[$stream]->name()}";
                    }
                }
            }
        }

        return null === $now ? 'nobody knows where it stands' : 'so that the others have room';
    }

    private static function isTicked(Unit $unit, string $setting): bool
    {
        return true === ($unit->settings[$setting] ?? null)?->state->isTicked();
    }
}
