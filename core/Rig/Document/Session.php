<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** A session over a network. */
final readonly class Session
{
    public function __construct(
        #[OneOf(Initiator::class)]
        public Initiator $initiator,
        #[Text(120)]
        public string $name,
    ) {
    }
}
