<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

/**
 * A press of tempo tapping: the mean of the last intervals becomes the tempo of a clock.
 *
 *     tap lead
 */
final class TapStep extends ClockStep
{
    protected static function keyword(): string
    {
        return 'tap';
    }

    protected static function doer(): string
    {
        return 'Tempos';
    }
}
