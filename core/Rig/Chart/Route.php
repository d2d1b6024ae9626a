<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\ListOf;
use ZigzagPost\Core\Data\OneOf;
use ZigzagPost\Core\Data\Text;

/**
 * What a device passes on: by hardware (no delay, nothing filtered or merged), or message by message (forwarded when complete;
 * may merge). Plugs and streams are named by their ids, a stream as "plug/stream".
 */
final readonly class Route
{
    /**
     * @param list<string> $from
     * @param list<string> $to
     * @param list<KindName>|null $blocks
     */
    public function __construct(
        #[Text(60)]
        public string $id,
        #[ListOf(new Text(), 64, 1)]
        public array $from,
        #[ListOf(new Text(), 64, 1)]
        public array $to,
        #[OneOf(RouteKind::class)]
        public RouteKind $kind,
        #[Text]
        public ?string $setting = null,
        #[ListOf(new OneOf(KindName::class), 32)]
        public ?array $blocks = null,
    ) {
    }
}
