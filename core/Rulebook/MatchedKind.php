<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/** A kind of message that a selector can match; without numbers all of that kind. */
final readonly class MatchedKind
{
    public function __construct(public Kind $kind, public ?NumberList $numbers)
    {
    }
}
