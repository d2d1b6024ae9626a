<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Text;

/** A finding that somebody put to rest: it wakes when its cause changes. */
final readonly class Rest
{
    public function __construct(
        #[Text(300)]
        public string $cause,
        #[Text(500)]
        public string $reason,
        #[Text(40)]
        public ?string $at = null,
        #[Text(80)]
        public ?string $by = null,
    ) {
    }
}
