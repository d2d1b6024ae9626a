<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

/** Where a control was seen to arrive, with a tape by which it does and, once that was seen, one by which it does not. */
final readonly class Tried
{
    public function __construct(public Destination $at, public string $witness, public ?string $counter = null)
    {
    }

    /** @param \Closure(): string $tape by which it did not arrive; the first one is kept */
    public function missed(\Closure $tape): self
    {
        return null === $this->counter ? new self($this->at, $this->witness, $tape()) : $this;
    }
}
