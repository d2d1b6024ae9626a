<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Whole;
use ZigzagPost\Core\Rig\Chart\Chart;

/** A chart in the revision that a rig keeps. */
final readonly class KeptChart
{
    public function __construct(
        #[Whole(1, 1000000000)]
        public int $revision,
        #[Of(Chart::class)]
        public Chart $chart,
    ) {
    }
}
