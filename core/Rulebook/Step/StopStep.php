<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

/**
 * Stops a clock made here.
 *
 *     stop lead
 */
final class StopStep extends ClockStep
{
    protected static function keyword(): string
    {
        return 'stop';
    }
}
