<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Decimal;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/** Something that a device sends by itself; without a setting it cannot be stopped. */
final readonly class Automatic
{
    /** @param list<string> $at */
    public function __construct(
        #[Text]
        public string $what,
        #[OneOf(KindName::class)]
        public KindName $kind,
        #[ListOf(new Text(), 64, 1)]
        public array $at,
        #[Decimal(0, 100000)]
        public ?float $perSecond = null,
        #[Text]
        public ?string $setting = null,
    ) {
    }
}
