<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** One of several numbered ports inside a cable. */
final readonly class Stream
{
    /** @param array<string, bool|string>|null $roles what a host uses it for, and the switch of it */
    public function __construct(
        #[Text(60)]
        public string $id,
        #[Text]
        public string $label,
        #[OneOf(Way::class)]
        public Way $way,
        #[MapOf(new SwitchType(), '^(notes|clock|remote)$', 'notes, clock or remote', 3)]
        public ?array $roles = null,
    ) {
    }
}
