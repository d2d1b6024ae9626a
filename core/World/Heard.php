<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** What a message did to a device. */
final readonly class Heard
{
    public const PARAMETER = 'parameter';
    public const PROGRAM = 'program';
    public const NOTE = 'note';
    public const CLOCK = 'clock';

    /**
     * @param string $what {@see PARAMETER}, {@see PROGRAM}, {@see NOTE} or {@see CLOCK}
     * @param string $title of the parameter; what is shown of the program; the key; of a clock what it does
     * @param bool $isNew whether something has changed by it
     */
    public function __construct(public string $unit, public string $what, public string $title, public int $value, public bool $isNew)
    {
    }
}
