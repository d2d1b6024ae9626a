<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

/** A way on which messages went round, from an out port back to an in port, and which is cut. */
final readonly class CutWay
{
    public function __construct(public int $out, public int $in)
    {
    }
}
