<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

/**
 * Starts a clock made here; a running one begins anew.
 *
 *     start lead
 */
final class StartStep extends ClockStep
{
    protected static function keyword(): string
    {
        return 'start';
    }
}
