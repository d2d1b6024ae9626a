<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** One evening in the log of a show. */
final readonly class LogLine
{
    /**
     * @param string $at date and time, ISO 8601
     * @param list<string> $changed what is other than at the line before: rules, settings, labels
     * @param list<string> $marked minutes that were marked since
     */
    public function __construct(
        #[Text(40)]
        public string $at,
        #[OneOf(Evening::class)]
        public Evening $what,
        #[Text]
        public ?string $place = null,
        #[Text]
        public ?string $setList = null,
        #[ListOf(new Text(500), 200)]
        public array $changed = [],
        #[ListOf(new Text(500), 200)]
        public array $marked = [],
        #[Text(2000)]
        public ?string $done = null,
        #[Text(80)]
        public ?string $who = null,
    ) {
    }
}
