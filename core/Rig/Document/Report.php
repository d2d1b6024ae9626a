<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** What a rehearsal with faults came to. */
final readonly class Report
{
    /**
     * @param string $at date and time, ISO 8601
     * @param int $tried how many faults were tried
     * @param int|null $of how many there were, where it was stopped before all of them were tried
     * @param list<string> $leftOut units that are never rehearsed
     * @param list<ReportedFault> $mishaps faults that did harm
     */
    public function __construct(
        #[Text(40)]
        public string $at,
        #[Whole(0, 10_000)]
        public int $tried,
        #[ListOf(new Of(ReportedFault::class), 500)]
        public array $mishaps = [],
        #[ListOf(new Text(), 500)]
        public array $leftOut = [],
        #[Text(80)]
        public ?string $by = null,
        #[Whole(0, 10_000)]
        public ?int $of = null,
    ) {
    }
}
