<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

/** One direction of a plug, or of a stream inside it: a place where messages leave or enter a unit. */
final readonly class Socket
{
    public string $key;

    /** @param string $at the plug, or "plug/stream" */
    public function __construct(public string $unit, public string $at, public bool $isOut)
    {
        $this->key = "{$unit}\t{$at}\t".($isOut ? 'out' : 'in');
    }

    public function plug(): string
    {
        return explode('/', $this->at, 2)[0];
    }

    public function name(): string
    {
        return "{$this->unit} {$this->at}";
    }
}
