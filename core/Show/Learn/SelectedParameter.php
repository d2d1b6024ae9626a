<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

/** The parameter that is selected on a channel, and the upper half of its data. */
final readonly class SelectedParameter
{
    /** @param int $upper the controller of its upper half: 99 for NRPN, 101 for RPN */
    public function __construct(public int $upper, public ?int $msb = null, public ?int $lsb = null, public ?int $dataMsb = null)
    {
    }

    /** One half of its number comes; of another kind it begins anew. */
    public function with(int $upper, int $controller, int $value): self
    {
        $before = $upper === $this->upper ? $this : new self($upper);

        return $controller === $upper ? new self($upper, $value, $before->lsb) : new self($upper, $before->msb, $value);
    }

    public function withData(int $msb): self
    {
        return new self($this->upper, $this->msb, $this->lsb, $msb);
    }

    /** Null where a half of its number is not known. */
    public function number(): ?int
    {
        return null === $this->msb || null === $this->lsb ? null : ($this->msb << 7) | $this->lsb;
    }
}
