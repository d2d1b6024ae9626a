<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/**
 * How MIDI stands on a jack: A and B of the specification for 2.5 mm and 3.5 mm jacks (RP-054: A has the data of DIN pin 5 on
 * the tip and the source of DIN pin 4 on the ring, B has them swapped), and two conventions of makers, with the data on the tip
 * or on the ring alone and the sleeve as its return.
 */
enum Wiring: string
{
    case A = 'A';
    case B = 'B';
    case Tip = 'tip';
    case Ring = 'ring';

    /** @return array<string, Role> */
    public function contacts(): array
    {
        return match ($this) {
            self::A => ['tip' => Role::Data, 'ring' => Role::Source, 'sleeve' => Role::Shield],
            self::B => ['tip' => Role::Source, 'ring' => Role::Data, 'sleeve' => Role::Shield],
            self::Tip => ['tip' => Role::Data, 'sleeve' => Role::Return],
            self::Ring => ['ring' => Role::Data, 'sleeve' => Role::Return],
        };
    }
}
