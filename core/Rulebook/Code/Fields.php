<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Number\Interval;
use ZigzagPost\Core\Rulebook\Text\Span;

/** The fields of the message at hand, and what is known of their ranges. */
interface Fields
{
    /** Null when the message has no such field. */
    public function of(string $name): ?Field;

    /**
     * Code that puts a whole number into a field: out of range it is clamped, folded, or drops the message.
     *
     * @param Interval $range what the number can be, in the field's own counting
     */
    public function assign(string $name, string $php, Interval $range, Span $span, bool $fold = false): void;

    /** What is known of the range of the value. */
    public function valueRange(): Interval;

    /** Tells what a variable is known to lie between. */
    public function narrow(string $variable, int $low, int $high): void;

    /** Forgets what was known of a variable. */
    public function forget(string $variable): void;
}
