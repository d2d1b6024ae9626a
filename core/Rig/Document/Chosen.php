<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** The value chosen for a setting of a unit: planned, set, or read back from the box. */
final readonly class Chosen
{
    public function __construct(
        #[Either('a value of the setting', new Whole(-16384, 16384), new Text())]
        public int|string $value,
        #[OneOf(SettingState::class)]
        public SettingState $state,
        #[Text(40)]
        public ?string $at = null,
        #[Text(80)]
        public ?string $by = null,
        #[Flag]
        public ?bool $pinned = null,
    ) {
    }
}
