<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Calibration;

/** Which way a pedal goes from its heel, and whether it is back there. */
final readonly class PedalWay
{
    public function __construct(public bool $isUp, public bool $isBack)
    {
    }
}
