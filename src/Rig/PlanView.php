<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Plan\Comb;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Plan\PlannedCable;
use ZigzagPost\Core\Rig\Plan\PlannedNumber;
use ZigzagPost\Core\Rig\Plan\PlannedSetting;
use ZigzagPost\Core\Rig\Plan\Tooth;

/** The plan of a rig, as it is shown. */
final class PlanView
{
    /** @return array<string, mixed> */
    public static function of(Plan $plan): array
    {
        return [
            'cost' => $plan->cost,
            'proven' => $plan->isProven,
            'settings' => array_map(
                static fn (PlannedSetting $each): array => [
                    'unit' => $each->box->name,
                    'setting' => $each->setting->id,
                    'title' => $each->setting->title,
                    'value' => $each->value,
                    'now' => $each->now,
                    'cost' => $each->cost,
                    'by' => $each->how?->by->value,
                    'pinned' => $each->isPinned,
                    'reason' => $each->reason,
                ],
                $plan->settings,
            ),
            'cables' => array_map(
                static fn (PlannedCable $each): array => [
                    'lead' => $each->lead,
                    'words' => $each->words,
                    'parts' => array_map(Json::toValue(...), $each->parts),
                    'cost' => $each->cost,
                    'reason' => $each->reason,
                ],
                $plan->cables,
            ),
            'numbers' => array_map(
                static fn (PlannedNumber $each): array => [
                    'unit' => $each->box->name,
                    'what' => $each->title,
                    'isControl' => $each->isControl,
                    'kind' => $each->kind->value,
                    'number' => $each->number,
                    'now' => ($each->box->unit->assigned[$each->title] ?? null)->message->number ?? $each->now,
                    'cost' => $each->cost,
                    'reason' => $each->reason,
                ],
                $plan->numbers,
            ),
            'combs' => array_map(self::comb(...), $plan->combs),
            'conflict' => null === $plan->conflict
                    ? null
                    : [
                        'units' => $plan->conflict->units,
                        'why' => $plan->conflict->why->words(),
                        'change' => $plan->conflict->change?->words(),
                        'smallest' => $plan->conflict->isProvenSmallest,
                    ],
            'unknown' => $plan->unknown,
            'failed' => $plan->failed,
        ];
    }

    /** @return array<string, mixed> */
    private static function comb(Comb $comb): array
    {
        return [
            'stream' => $comb->stream->name(),
            'free' => $comb->free,
            'teeth' => array_map(
                static fn (Tooth $tooth): array => [
                    'unit' => $tooth->box->name,
                    'label' => $tooth->box->label(),
                    'part' => $tooth->part->id,
                    'channels' => $tooth->channels,
                    'omni' => $tooth->isOmni,
                ],
                $comb->teeth,
            ),
        ];
    }
}
