<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\Way\Arrival;

/** Where a control arrives, as the API sends it. */
final class ArrivalView
{
    /** @return array<string, mixed> */
    public static function of(Arrival $arrival): array
    {
        return [
            'unit' => $arrival->unit,
            'control' => $arrival->control,
            'device' => $arrival->at->device,
            'target' => $arrival->at->words(),
            'parameter' => $arrival->at->parameter,
            'answer' => $arrival->answer,
            'reason' => $arrival->reason,
            'hops' => $arrival->hops,
            'leads' => $arrival->leads,
            'stopsAt' => $arrival->stopsAt,
            'witness' => $arrival->witness,
            'counter' => $arrival->counter,
        ];
    }
}
