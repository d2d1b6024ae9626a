<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** How something of a unit stood at a moment. */
final readonly class Stood
{
    /**
     * @param string $title of the parameter, or the number of the key
     * @param string $value as it is compared; nothing where it is as it was when the power came
     */
    public function __construct(public string $unit, public StoodWhat $what, public string $title, public string $value)
    {
    }

    /** The same for what is the same thing of the same unit, wherever it stands. */
    public function thing(): string
    {
        return "{$this->unit}\t{$this->what->name}\t{$this->title}";
    }

    public function at(string $value): self
    {
        return new self($this->unit, $this->what, $this->title, $value);
    }
}
