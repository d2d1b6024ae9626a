<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A part of a device that hears: where, on which channels and what. */
final readonly class Hears
{
    /**
     * @param list<string> $at plugs, or streams as "plug/stream"
     * @param int|list<Width>|null $width adjacent channels from its own; 1 if nothing is said
     * @param array<string, bool|string>|null $kinds
     */
    public function __construct(
        #[Text(60)]
        public string $id,
        #[ListOf(new Text(), 64, 1)]
        public array $at,
        #[ChannelType]
        public int|string|ChannelOf|null $channel = null,
        #[Either('1 to 16, or a list of widths', new Whole(1, 16), new ListOf(new Of(Width::class), 64, 1))]
        public int|array|null $width = null,
        #[Of(Zone::class)]
        public ?Zone $zone = null,
        #[MapOf(new SwitchType(), KindName::PATTERN, 'a kind of message', 32)]
        public ?array $kinds = null,
        #[Of(DeafTime::class)]
        public ?DeafTime $deafMs = null,
    ) {
    }
}
