<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A value with a name: understood from the first to the last raw value, sent as one of them. */
final readonly class NamedValue
{
    public function __construct(
        #[Text]
        public string $name,
        #[Whole(-8192, 16383)]
        public int $from,
        #[Whole(-8192, 16383)]
        public int $to,
        #[Whole(-8192, 16383)]
        public int $send,
    ) {
    }
}
