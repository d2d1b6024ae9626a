<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** A cell without the channel that stands in it. */
final readonly class ChannelText
{
    /** @param string|null $problem what is wrong with the channel */
    public function __construct(public string $rest, public ?int $channel = null, public ?string $problem = null)
    {
    }
}
