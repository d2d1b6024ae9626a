<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

/** Two contacts that a part joins. */
final readonly class JoinedContacts
{
    public function __construct(public string $left, public string $right)
    {
    }
}
