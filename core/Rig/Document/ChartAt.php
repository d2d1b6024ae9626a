<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** The chart of a unit, in the revision that the rig keeps. */
final readonly class ChartAt
{
    public function __construct(
        #[Text(80)]
        public string $id,
        #[Whole(1, 1000000000)]
        public int $revision,
    ) {
    }
}
