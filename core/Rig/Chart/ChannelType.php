<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

use ZigzagPost\Core\Data\Either;
use ZigzagPost\Core\Data\Of;
use ZigzagPost\Core\Data\Text;
use ZigzagPost\Core\Data\Whole;

/** A MIDI channel: 1 to 16, that of a setting, or "omni" for all of them. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class ChannelType extends Either
{
    public const OMNI = 'omni';

    public function __construct()
    {
        parent::__construct('a channel from 1 to 16, "omni", or {"setting": …}', new Whole(1, 16), new Text(4, '^omni$', '"omni"'), new Of(ChannelOf::class));
    }
}
