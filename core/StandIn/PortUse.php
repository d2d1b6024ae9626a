<?php

declare(strict_types=1);

namespace ZigzagPost\Core\StandIn;

use ZigzagPost\Core\Midi\Kind;

/** What rules take at an in port, or send at an out port. */
final class PortUse
{
    /** @var array<string, true> kinds of message */
    public array $kinds = [];
    /** @var list<int> controllers that are pressed and let go, in the order of the rules */
    public array $pressed = [];
    /** @var list<int> controllers that are moved */
    public array $moved = [];
    /** @var list<int> keys that rules ask for by number; empty where they take all */
    public array $keys = [];
    /** The lowest channel that rules ask for; null where any will do. */
    public ?int $channel = null;
    /** Whether rules make it sparser: it is a stream. */
    public bool $isThinned = false;

    public function has(Kind ...$kinds): bool
    {
        return [] !== array_filter($kinds, fn (Kind $kind): bool => isset($this->kinds[$kind->value]));
    }
}
