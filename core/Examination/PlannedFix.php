<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Finding\RigFix;

/** What the plan changes at some units, as one change of the rig. */
final class PlannedFix
{
    /** @param list<string> $units */
    public static function of(RigAnalysis $analysis, array $units): ?RigFix
    {
        $edits = new Edits($analysis->setup->rig);
        $changes = [];
        $words = [];
        foreach ($analysis->plan()->settings as $setting) {
            if (\in_array($setting->box->name, $units, true) && $setting->value !== $setting->now) {
                $changes += $edits->setting($setting->box->name, $setting->setting->id, $setting->value, '')->changes ?? [];
                $words[] = "{$setting->setting->title} of {$setting->box->name} to {$setting->value}";
            }
        }
        foreach ($analysis->plan()->cables as $cable) {
            $lead = self::between($analysis, $cable->lead, $units);
            if (null !== $lead) {
                $changes["/leads/{$lead}/parts"] = array_map(Json::toValue(...), $cable->parts);
                $words[] = "lead {$cable->lead} to other cables";
            }
        }

        return [] === $changes ? null : new RigFix('Set '.implode(' and ', $words).', as the plan says', $changes);
    }

    /**
     * @param list<string> $units
     *
     * @return int|null the place of a lead that ends at one of these
     */
    private static function between(RigAnalysis $analysis, string $id, array $units): ?int
    {
        foreach ($analysis->setup->rig->leads as $place => $lead) {
            if ($lead->id === $id) {
                return [] === array_intersect([$lead->a->unit, $lead->b->unit], $units) ? null : $place;
            }
        }

        return null;
    }
}
