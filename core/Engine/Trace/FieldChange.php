<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Trace;

/** A field of a message that a step has changed, in words. */
final readonly class FieldChange
{
    /** @param string $brief the change in few letters, such as "ch 1 → 3" */
    public function __construct(public string $field, public string $was, public string $now, public string $brief)
    {
    }
}
