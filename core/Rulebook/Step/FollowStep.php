<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

/**
 * Takes tempo and transport of a clock from incoming clock messages.
 *
 *     follow lead
 */
final class FollowStep extends ClockStep
{
    protected static function keyword(): string
    {
        return 'follow';
    }

    protected static function doer(): string
    {
        return 'Tempos';
    }

    public function effects(): ?array
    {
        return null; // whose clock it follows is for the rules, and no press
    }
}
