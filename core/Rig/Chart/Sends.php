<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Flag;
use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\MapOf;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Text;

/** What a device sends, where and on which channel. */
final readonly class Sends
{
    /**
     * @param list<string> $at plugs, or streams as "plug/stream"
     * @param array<string, bool|string>|null $kinds
     */
    public function __construct(
        #[ListOf(new Text(), 64, 1)]
        public array $at,
        #[ChannelType]
        public int|string|ChannelOf|null $channel = null,
        #[MapOf(new SwitchType(), KindName::PATTERN, 'a kind of message', 32)]
        public ?array $kinds = null,
        #[Flag]
        public ?bool $runningStatus = null,
        #[Of(Zone::class)]
        public ?Zone $zone = null,
        #[Text(60)]
        public ?string $id = null,
    ) {
    }
}
