<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Rig\Chart\Connector;

/** The two plugs of a cable or an adapter, the one towards end a of the lead first. */
final readonly class PartEnds
{
    public function __construct(public Connector $a, public Connector $b)
    {
    }

    /** @return list<Connector> */
    public function both(): array
    {
        return [$this->a, $this->b];
    }

    public function turned(): self
    {
        return new self($this->b, $this->a);
    }
}
