<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** The keys that a device has or answers, and its voices. */
final readonly class Keys
{
    /** @param array<int|string, string>|null $names by key number */
    public function __construct(
        #[Whole(0, 127)]
        public int $low,
        #[Whole(0, 127)]
        public int $high,
        #[OneOf(KeyNaming::class)]
        public ?KeyNaming $key60 = null,
        #[MapOf(new Text(), '^(0|[1-9][0-9]{0,2})$', 'a key number')]
        public ?array $names = null,
        #[Flag]
        public ?bool $ignoresRelease = null,
        #[Whole(1, 1024)]
        public ?int $voices = null,
    ) {
    }
}
