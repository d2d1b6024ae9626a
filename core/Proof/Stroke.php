<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Format\Event;

/** Something that a hand plays on a control of a unit, as it comes in. */
final readonly class Stroke
{
    public function __construct(public string $unit, public string $control, public Event $event)
    {
    }

    public function at(int $timeUs): self
    {
        return new self($this->unit, $this->control, new Event($timeUs, $this->event->port, $this->event->bytes));
    }
}
