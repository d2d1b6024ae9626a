<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Forecast\LeadFit;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Fit\Lateness;
use ZigzagPost\Core\Rig\Fit\Medium;

/** Whether everything fits on the leads, as it is shown. */
final class FitView
{
    /** Messages of a burst shown at most. */
    private const MOST = 100;

    /**
     * @param list<LeadFit> $fits
     *
     * @return list<array<string, mixed>>
     */
    public static function of(array $fits): array
    {
        return array_map(
            static fn (LeadFit $fit): array => [
                'lead' => $fit->lead->id,
                'from' => $fit->from,
                'to' => $fit->to,
                'when' => $fit->when,
                'lateUs' => $fit->burst?->worstUs(),
                'messages' => array_map(
                    static fn (Lateness $each): array => ['sentUs' => $each->sentUs, 'bytes' => Bytes::toHex($each->bytes), 'lateUs' => $each->lateUs],
                    \array_slice($fit->burst?->worstFirst() ?? [], 0, self::MOST),
                ),
                'percent' => round($fit->load->percent(), 1),
                'thinMs' => $fit->load->isHeavy() ? $fit->load->thinMs() : null,
                'isHeavy' => $fit->load->isHeavy(),
                'streams' => $fit->load->streams,
                'unknown' => $fit->load->unknown,
                'where' => $fit->thinnedBy->value,
                'isEstimate' => !$fit->isDin(),
                'isUnknown' => Medium::Network === $fit->medium,
            ],
            $fits,
        );
    }
}
