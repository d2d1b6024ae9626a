<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Whole;
use ZigzagPost\Core\Rig\Chart\Travel;

/** Where a pedal or a wheel was measured to stand at its ends, and how much it trembles at rest, in raw values. */
final readonly class Measured
{
    public function __construct(
        #[Whole(-8192, 16383)]
        public int $heel,
        #[Whole(-8192, 16383)]
        public int $toe,
        #[Whole(0, 16383)]
        public ?int $noise = null,
    ) {
    }

    public function travel(): Travel
    {
        return new Travel($this->heel, $this->toe);
    }
}
