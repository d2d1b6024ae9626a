<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

/** A control that was played, and what it is called. */
final readonly class NamedControl
{
    public function __construct(public string $title, public Recognised $control)
    {
    }
}
