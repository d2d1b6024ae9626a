<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** Something that stands otherwise than it should, or is there in one of the two only. */
final readonly class StoodDifference
{
    public function __construct(public Stood $is, public Stood $shouldBe)
    {
    }
}
