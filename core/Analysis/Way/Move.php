<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

/** What a hand does with a control in a trial: messages that come in at ports. */
final readonly class Move
{
    /**
     * @param list<int> $ports in ports, by their position in the rulebook
     * @param list<string> $messages their bytes, in order
     * @param string $control which sends them, told apart from all others
     */
    public function __construct(public array $ports, public array $messages, public string $control)
    {
    }

    /** @param list<string> $messages */
    public function with(array $messages): self
    {
        return new self($this->ports, $messages, $this->control);
    }
}
