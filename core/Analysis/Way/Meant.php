<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Parameter;

/** A destination with the message that moves it. */
final readonly class Meant
{
    public function __construct(public Destination $at, public Kind $kind, public ?int $number, public ?Parameter $parameter)
    {
    }
}
