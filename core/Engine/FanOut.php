<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Expression\Exact;

/** Gives each note a member channel of an MPE zone (MIDI Polyphonic Expression 1.0, section 3), and keeps what was sent there. */
final class FanOut
{
    private const BEND = 0;
    private const PRESSURE = 1;
    private const TIMBRE = 2;
    private const TIMBRE_CONTROLLER = 74;
    private const NEUTRAL = [0, 0, 64];

    /**
     * Begins a note on the channel that has been free longest or, with none free, the one whose newest note is oldest.
     *
     * @param list<int> $members
     */
    public static function noteOn(Engine $engine, string $step, int $t, int $port, array $members, int $inPort, int $ch, int $n, int $v, int|string $own, int $control): void
    {
        $state = $engine->state;
        $channels = &$state->fans[$step];
        $channels ??= array_fill_keys($members, ['notes' => [], 'freed' => 0, 'newest' => 0, 'sent' => self::NEUTRAL]);
        $chosen = self::choose($channels, $members);
        $from = $control >> 14 & 31;
        $wanted = Zones::isOfMember($engine->state, $inPort, $control) ? $state->expressions[$step][$inPort << 5 | $from] ?? self::NEUTRAL : self::NEUTRAL;
        self::prepare($engine, $t, $port, $chosen, $channels[$chosen]['sent'], $wanted);
        $channels[$chosen] = ['notes' => [...$channels[$chosen]['notes'], [$own, $inPort, $ch, $n, $from]], 'freed' => 0, 'newest' => ++$state->made, 'sent' => $wanted];
        $state->fanOf[$own][] = $step;
        $engine->trace?->tell('channel', (string) $ch, (string) $chosen);
        Notes::begin($engine, $t, $port, $chosen, $n, $v, $own);
    }

    /** Notes of an owner have ended: their channels may be free. */
    public static function ended(State $state, int|string $own): void
    {
        foreach ($state->fanOf[$own] ?? [] as $step) {
            foreach ($state->fans[$step] as $channel => $each) {
                $left = array_values(array_filter($each['notes'], static fn (array $note): bool => $note[0] !== $own));
                if (\count($left) < \count($each['notes'])) {
                    $state->fans[$step][$channel]['notes'] = $left;
                    $state->fans[$step][$channel]['freed'] = [] === $left ? ++$state->made : 0;
                }
            }
        }
        unset($state->fanOf[$own]);
    }

    /** Key pressure becomes channel pressure of the member that plays the key; false when none does. */
    public static function keyPressure(Engine $engine, string $step, int $t, int $port, int $inPort, int $ch, int $key, int $value): bool
    {
        $isHeard = false;
        foreach ($engine->state->fans[$step] ?? [] as $channel => $each) {
            foreach ($each['notes'] as [, $from, $fromChannel, $fromKey]) {
                if ([$from, $fromChannel, $fromKey] === [$inPort, $ch, $key]) {
                    $engine->state->fans[$step][$channel]['sent'][self::PRESSURE] = $value;
                    self::send($engine, $t, $port, $channel, self::PRESSURE, $value);
                    $isHeard = true;
                    break;
                }
            }
        }

        return $isHeard;
    }

    /**
     * What belongs to the notes of an incoming member channel goes to the channels that play them, and to its later notes;
     * false when none sounds now. Bends are rescaled to the range of the zone that goes out.
     *
     * @param int $range bend range of the members that go out, in semitones
     */
    public static function follow(Engine $engine, string $step, int $t, int $port, int $inPort, int $inChannel, int $kind, int $value, int $range): bool
    {
        $what = match ($kind) {
            Kind::Bend->ordinal() => self::BEND,
            Kind::Pressure->ordinal() => self::PRESSURE,
            default => self::TIMBRE,
        };
        if (self::BEND === $what) {
            $value = max(-8192, min(8191, Exact::round($value * Zones::bendRanges($engine->state, $inPort)[0], $range)));
        }
        $engine->state->expressions[$step][$inPort << 5 | $inChannel] ??= self::NEUTRAL;
        $engine->state->expressions[$step][$inPort << 5 | $inChannel][$what] = $value;
        $isHeard = false;
        foreach ($engine->state->fans[$step] ?? [] as $channel => $each) {
            foreach ($each['notes'] as [, $from, , , $fromChannel]) {
                if ($from === $inPort && $fromChannel === $inChannel) {
                    $engine->state->fans[$step][$channel]['sent'][$what] = $value;
                    self::send($engine, $t, $port, $channel, $what, $value);
                    $isHeard = true;
                    break;
                }
            }
        }

        return $isHeard;
    }

    /**
     * @param array<int, array{notes: list<array{int|string, int, int, int, int}>, freed: int, newest: int, sent: array{int, int, int}}> $channels
     * @param list<int> $members
     */
    private static function choose(array $channels, array $members): int
    {
        $best = null;
        foreach ($members as $channel) {
            $isFree = [] === $channels[$channel]['notes'];
            $rank = [$isFree ? 0 : 1, $isFree ? $channels[$channel]['freed'] : $channels[$channel]['newest']];
            if (null === $best || $rank < $best[1]) {
                $best = [$channel, $rank];
            }
        }
        \assert(null !== $best);

        return $best[0];
    }

    /**
     * Sends what differs from what a channel last got, before a note.
     *
     * @param array{int, int, int} $sent bend, pressure and timbre last sent on the channel
     * @param array{int, int, int} $wanted those of the note
     */
    private static function prepare(Engine $engine, int $t, int $port, int $channel, array $sent, array $wanted): void
    {
        foreach ($wanted as $what => $value) {
            if ($sent[$what] !== $value) {
                self::send($engine, $t, $port, $channel, $what, $value);
            }
        }
    }

    private static function send(Engine $engine, int $t, int $port, int $channel, int $what, int $value): void
    {
        $engine->emit($t, $port, match ($what) {
            self::BEND => \chr(0xDF + $channel).\chr($value + 8192 & 127).\chr($value + 8192 >> 7),
            self::PRESSURE => \chr(0xCF + $channel).\chr($value),
            default => \chr(0xAF + $channel).\chr(self::TIMBRE_CONTROLLER).\chr($value),
        });
    }
}
