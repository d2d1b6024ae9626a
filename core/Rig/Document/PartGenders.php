<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Rig\Chart\Gender;

/** Whether the two ends of a cable or an adapter are male or female, the one towards end a of the lead first. */
final readonly class PartGenders
{
    public function __construct(public Gender $a, public Gender $b)
    {
    }

    public function turned(): self
    {
        return new self($this->b, $this->a);
    }
}
