<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\Text;

/** Songs in the order in which they are played; one may come twice. */
final readonly class SetList
{
    /** @param list<string> $songs their ids */
    public function __construct(
        #[Text]
        public string $name,
        #[ListOf(new Text(60), 500)]
        public array $songs = [],
    ) {
    }
}
