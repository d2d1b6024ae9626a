<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A fault that did harm in a rehearsal, the way back, and what its people have settled about it. */
final readonly class ReportedFault
{
    /**
     * @param list<string> $hangs notes that sounded on
     * @param list<string> $wrong programs and values that stood wrong
     * @param int|null $forUs until all was right by itself; null where it never was
     * @param list<string> $presses controls that bring it back
     * @param string|null $by the scene that puts it right by itself
     * @param float|null $afterS when that scene comes in the set list's own times
     * @param string|null $settled what is done about it; without it, it is still to be solved
     */
    public function __construct(
        #[Text]
        public string $fault,
        #[Text]
        public string $wayBack,
        #[ListOf(new Text(), 500)]
        public array $hangs = [],
        #[ListOf(new Text(500), 500)]
        public array $wrong = [],
        #[Whole(0, 1_000_000_000_000)]
        public ?int $forUs = null,
        #[ListOf(new Text(500), 20)]
        public array $presses = [],
        #[Text(1000)]
        public ?string $settled = null,
        #[Text]
        public ?string $by = null,
        #[Decimal(0, 1_000_000)]
        public ?float $afterS = null,
    ) {
    }
}
