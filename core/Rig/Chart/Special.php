<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A program of its own beside the numbered ones, with its bytes. */
final readonly class Special
{
    public function __construct(
        #[OneOf(SpecialMeaning::class)]
        public SpecialMeaning $means,
        #[Text]
        public string $label,
        #[Whole(0, 127)]
        public int $program,
        #[Whole(0, 127)]
        public ?int $msb = null,
        #[Whole(0, 127)]
        public ?int $lsb = null,
    ) {
    }
}
