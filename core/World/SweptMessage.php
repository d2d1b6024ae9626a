<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Chart\KindName;

/** One of the messages that a move of a control makes: its kind as it leaves, and what each step sends. */
final readonly class SweptMessage
{
    /** @param list<string> $messages */
    public function __construct(public KindName $kind, public array $messages)
    {
    }
}
