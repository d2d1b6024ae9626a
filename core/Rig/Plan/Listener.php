<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Hop;

/** A part of a unit that hears a stream, and the way by which it does. */
final readonly class Listener
{
    /** @param list<Hop> $way */
    public function __construct(public Device $box, public Hears $part, public array $way)
    {
    }

    public function name(): string
    {
        return $this->box->name.(\count($this->box->chart->hears ?? []) > 1 ? " {$this->part->id}" : '');
    }
}
