<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** The steps above and below the present one. */
interface Surroundings
{
    /** Whether the message was a note above that a gate or a latch ends, and with it all that is made of it. */
    public function isEndedAbove(): bool;

    /** Whether below the present step one like the first comes, and none like the other before it. */
    public function comesBefore(Fact $fact, Fact $other): bool;

    /** Whether a step above the present one is like this. */
    public function isAbove(Fact $fact): bool;

    public function isBelow(Fact $fact): bool;
}
