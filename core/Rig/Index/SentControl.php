<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/** A control of a unit with what it sends into the ports of the rulebook, or why rules cannot take it. */
final readonly class SentControl
{
    /**
     * @param list<ControlMessage> $messages none where something is lacking
     */
    public function __construct(public Device $unit, public Control $control, public array $messages, public ?Lack $lack = null)
    {
    }

    /** What it sends first; null where rules cannot take it. */
    public function message(): ?ControlMessage
    {
        return $this->messages[0] ?? null;
    }

    /** Tells controls of one rig apart. */
    public function key(): string
    {
        return "{$this->unit->name}\t{$this->control->name}";
    }
}
