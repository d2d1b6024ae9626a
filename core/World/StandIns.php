<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** Which simulated device stands in at which port. A port nobody knows gets one that fits its name, or the plainest. */
final class StandIns
{
    public static function sender(string $port): Sender
    {
        return match (true) {
            self::isNamed($port, 'slab', 'mpe', 'expression') => new Slab(),
            self::isNamed($port, 'tilt', 'sensor') => new TiltSensor(),
            self::isNamed($port, 'seq', 'step') => new StepSequencer(),
            self::isNamed($port, 'pad', 'drum') => new PadTray(),
            self::isNamed($port, 'strip', 'fader', 'desk') => new FaderStrip(),
            self::isNamed($port, 'treadle', 'foot', 'switch', 'pedal') => new FootBoard(),
            default => new Keyboard(),
        };
    }

    public static function receiver(string $port): Receiver
    {
        return match (true) {
            'moths' === $port => new Synth(3),
            'gulls' === $port => new Synth(4),
            'brine' === $port => new EffectBox(7, 1),
            'drive' === $port => new EffectBox(8, 0),
            self::isNamed($port, 'sampler', 'parts') => new Sampler(),
            self::isNamed($port, 'echo') => new EchoBox(),
            self::isNamed($port, 'tick', 'pulse', 'drum') => new DrumBox(),
            self::isNamed($port, 'effect', 'delay', 'reverb', 'box') => new EffectBox(0, 0),
            default => new Synth(0),
        };
    }

    private static function isNamed(string $port, string ...$parts): bool
    {
        foreach ($parts as $part) {
            if (str_contains($port, $part)) {
                return true;
            }
        }

        return false;
    }
}
