<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;

/** A rig on which somebody has done what its plan says, and ticked it. */
final class PlannedJson
{
    /**
     * @param array<mixed> $json
     *
     * @return array<mixed>|null null where there is no plan
     */
    public static function of(array $json, RigAnalysis $analysis): ?array
    {
        $plan = $analysis->plan();
        $places = array_flip(array_map(static fn ($unit): string => $unit->name, $analysis->setup->rig->units));
        $changes = [];
        foreach ($plan->settings as $setting) {
            $changes["/units/{$places[$setting->box->name]}/settings/{$setting->setting->id}"] = ['value' => $setting->value, 'state' => 'set'];
        }
        foreach ($plan->cables as $cable) {
            foreach ($analysis->setup->rig->leads as $place => $lead) {
                $lead->id === $cable->lead ? $changes["/leads/{$place}/parts"] = array_map(Json::toValue(...), $cable->parts) : null;
            }
        }

        return null === $plan->conflict ? Kit::changed($json, $changes) : null;
    }
}
