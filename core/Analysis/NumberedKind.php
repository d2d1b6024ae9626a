<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Midi\Kind;

/** A kind of message with its number. */
final readonly class NumberedKind
{
    public function __construct(public Kind $kind, public int $number)
    {
    }
}
