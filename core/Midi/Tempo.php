<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** The tempos that a clock can have, in beats a minute. */
final class Tempo
{
    public const SLOWEST = 20;
    public const FASTEST = 400;
}
