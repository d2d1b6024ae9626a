<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** Which end of a half cable is soldered by hand, so that somebody needs its pin table. */
enum Soldered: string
{
    case A = 'a';
    case B = 'b';
    case Both = 'both';

    public function turned(): self
    {
        return match ($this) {
            self::A => self::B,
            self::B => self::A,
            self::Both => self::Both,
        };
    }
}
