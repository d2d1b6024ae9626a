<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A program as it is on one unit: its name and what it stores. */
final readonly class StoredProgram
{
    /** @param array<string, int>|null $stores raw values by parameter */
    public function __construct(
        #[Text]
        public ?string $name = null,
        #[MapOf(new Whole(-8192, 16383))]
        public ?array $stores = null,
    ) {
    }
}
