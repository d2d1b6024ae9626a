<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** Its channel is no number from 1 to 16. */
final readonly class ChannelLeftOut implements Doubt
{
    public function __construct(public string $channel)
    {
    }

    public function text(): string
    {
        return "the channel \"{$this->channel}\" was left out";
    }
}
