<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

/** A contact at end a of a lead, and what of end b it leads to. */
final readonly class ContactPath
{
    public function __construct(public string $from, public ?string $to)
    {
    }
}
