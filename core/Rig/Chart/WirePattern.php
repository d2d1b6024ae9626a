<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** Which bytes call a program: so many to a bank, and what the bank messages hold ("none", "bank", or a number always). */
final readonly class WirePattern
{
    public function __construct(
        #[Whole(1, 128)]
        public int $perBank,
        #[Either('none, bank or 0 to 127', new Whole(0, 127), new Text(4, '^(none|bank)$', 'none or bank'))]
        public int|string $msb,
        #[Either('none, bank or 0 to 127', new Whole(0, 127), new Text(4, '^(none|bank)$', 'none or bank'))]
        public int|string $lsb,
        #[Whole(0, 127)]
        public ?int $first = null,
    ) {
    }
}
