<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Number;

/** Thrown while a rule runs when an expression has no result; the message is dropped and counted as rejected. */
final class Rejected extends \RuntimeException
{
    public static function divisionByZero(): self
    {
        return new self('division by zero');
    }

    /**
     * Stands in compiled code where a field is read that the message does not have.
     *
     * @throws Rejected
     */
    public static function field(string $field): never
    {
        throw new self("the message has no {$field}");
    }
}
