<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Mpe;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Midi\Kind;

/**
 * Bend, pressure and timbre that belong to the notes of an incoming MPE member channel (MIDI Polyphonic Expression 1.0,
 * section 2.3), on their way to channels where each note has them to itself: kept for later notes, sent before a note.
 *
 * @phpstan-import-type Expression from State
 *
 * An expression is bend (-8192 to 8191), pressure and timbre (0 to 127).
 */
final class PerNote
{
    public const NEUTRAL = [0, 0, 64];
    public const BEND = 0;
    public const PRESSURE = 1;

    private const TIMBRE = 2;
    private const TIMBRE_CONTROLLER = 74;

    /** @return 0|1|2 which part of an expression a kind of message carries */
    public static function part(int $kind): int
    {
        return match ($kind) {
            Kind::Bend->ordinal() => self::BEND,
            Kind::Pressure->ordinal() => self::PRESSURE,
            default => self::TIMBRE,
        };
    }

    /**
     * Keeps what notes of an incoming channel have on their way to a place, such as a step.
     *
     * @param 0|1|2 $part
     */
    public static function keep(State $state, string $place, int $inPort, int $inChannel, int $part, int $value): void
    {
        $state->expressions[$place][Note::place($inPort, $inChannel)] ??= self::NEUTRAL;
        $state->expressions[$place][Note::place($inPort, $inChannel)][$part] = $value;
    }

    /** @return Expression what a note of an incoming channel begins with; neutral if that is no member channel */
    public static function ofNote(State $state, string $place, int $inPort, int $control): array
    {
        return Zones::isOfMember($state, $inPort, $control)
            ? $state->expressions[$place][Note::place($inPort, ControlAddress::channel($control))] ?? self::NEUTRAL
            : self::NEUTRAL;
    }

    /**
     * Sends what differs from what a channel last got, before a note.
     *
     * @param Expression $sent what was last sent on the channel
     * @param Expression $wanted that of the note
     */
    public static function prepare(Run $run, int $t, int $port, int $channel, array $sent, array $wanted): void
    {
        foreach ($wanted as $part => $value) {
            if ($sent[$part] !== $value) {
                self::send($run, $t, $port, $channel, $part, $value);
            }
        }
    }

    public static function send(Run $run, int $t, int $port, int $channel, int $part, int $value): void
    {
        $run->emit(
            $t,
            $port,
            match ($part) {
                self::BEND => \chr(0xDF + $channel).\chr(($value + 8192) & 127).\chr(($value + 8192) >> 7),
                self::PRESSURE => \chr(0xCF + $channel).\chr($value),
                default => \chr(0xAF + $channel).\chr(self::TIMBRE_CONTROLLER).\chr($value),
            },
        );
    }
}
