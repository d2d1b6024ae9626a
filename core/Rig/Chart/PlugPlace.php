<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** A plug, or a stream inside it. */
final readonly class PlugPlace
{
    public function __construct(public Plug $plug, public ?Stream $stream)
    {
    }
}
