<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Leap\Leap;
use ZigzagPost\Core\Show\Leap\Leaps;

/** What leaps, as the API sends it. */
final class LeapView
{
    private const MOST = 500;

    /**
     * @return array<string, mixed>
     *
     * @throws RulebookError
     */
    public static function of(RigAnalysis $analysis): array
    {
        $leaps = Leaps::of($analysis);
        $label = static fn (string $unit): string => $analysis->setup->box($unit)?->label() ?? $unit;

        return [
            'leaps' => array_map(
                static fn (Leap $leap): array => [
                    'deviceLabel' => $label($leap->device),
                    'unitLabel' => $label($leap->unit),
                    'steps' => array_map(get_object_vars(...), $leap->steps),
                ] + get_object_vars($leap),
                \array_slice($leaps, 0, self::MOST),
            ),
            'notShown' => max(0, \count($leaps) - self::MOST),
        ];
    }
}
