<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/** Where the value at hand comes from, and what it can be: from the low end, or from rest, to the other end. */
final readonly class ValueSource
{
    /** @param ControlMessage|null $control null where no control of a chart is known */
    public function __construct(public int $from, public int $to, public bool $isTwoState, public ?ControlMessage $control = null)
    {
    }
}
