<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
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
                $words[] = "{$setting->box->name} to {$setting->value}";
            }
        }

        return [] === $changes ? null : new RigFix('Put '.implode(' and ', $words).', as the plan says', $changes);
    }
}
