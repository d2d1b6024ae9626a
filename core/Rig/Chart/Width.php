<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Whole;

/** How many adjacent channels a device answers on while settings stand so, or with some of its programs. */
final readonly class Width
{
    /**
     * @param array<string, list<string|int>>|null $when
     * @param list<int>|null $program
     */
    public function __construct(
        #[Whole(1, 16)]
        public int $width,
        #[WhenType]
        public ?array $when = null,
        #[ListOf(new Whole(0, 2097151), 1024)]
        public ?array $program = null,
    ) {
    }
}
