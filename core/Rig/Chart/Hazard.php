<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a device can hurt with; the pages that show it carry a caution. */
enum Hazard: string
{
    case Level = 'level';
    case Strobe = 'strobe';
    case Laser = 'laser';
    case Flame = 'flame';
    case Pyrotechnics = 'pyrotechnics';
    case MovingScenery = 'moving scenery';
    case Hoist = 'hoist';
    case Mains = 'mains';

    /** Whether it needs certified equipment and licensed operators, so that nothing of it is ever tried out by a script. */
    public function isDangerous(): bool
    {
        return match ($this) {
            self::Laser, self::Flame, self::Pyrotechnics, self::MovingScenery, self::Hoist => true,
            default => false,
        };
    }
}
