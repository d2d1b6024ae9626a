<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a control of a surface is. */
enum ControlSort: string
{
    case Key = 'key';
    case Pad = 'pad';
    case Switch = 'switch';
    case Fader = 'fader';
    case Knob = 'knob';
    case Encoder = 'encoder';
    case Pedal = 'pedal';
    case Wheel = 'wheel';
    case Axis = 'axis';
    case Surface = 'surface';

    /** Whether it stands at one of two places. */
    public function isTwoState(): bool
    {
        return self::Switch === $this || self::Pad === $this || self::Key === $this;
    }
}
