<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

/** Where a control and a parameter stand when the control is first moved after a change of scene. */
final readonly class LeapCase
{
    /**
     * @param int|null $place of the control, from its one end; null for any
     * @param int $value raw value of the parameter
     * @param bool $isKnown whether the engine knows where the parameter stands
     * @param bool $isSeen whether the rule saw the control go to its place
     */
    public function __construct(public ?int $place, public int $value, public bool $isKnown = true, public bool $isSeen = true)
    {
    }

    public function unseen(bool $isUnseen = true): self
    {
        return new self($this->place, $this->value, $this->isKnown, !$isUnseen);
    }
}
