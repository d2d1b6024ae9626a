<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** What a lamp is lit for. */
final readonly class LampReason
{
    /**
     * @param int|string $what name of a group, step of a toggle, key of a present value, or position of a scene
     * @param int $first place in the group, control of the toggle, or the value for dark
     * @param int $second the value for lit
     * @param int $scene the scene in which it counts; -1 for all
     */
    public function __construct(public LampReasonSort $sort, public int|string $what, public int $first, public int $second, public int $scene)
    {
    }
}
