<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

/** What comes of one way of taking over: the largest step that the parameter gets, and how far the control has to travel before it acts. */
final readonly class LeapStep
{
    /**
     * @param int $leap in raw values of the parameter
     * @param int $travel in hundredths of the whole way of the control, at most
     * @param bool $meets false where the control can never take hold, as it does not reach where the parameter stands
     */
    public function __construct(public int $leap, public int $travel, public bool $meets)
    {
    }
}
