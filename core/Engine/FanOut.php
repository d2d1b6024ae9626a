<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Midi\Kind;

/** Gives each note a member channel of an MPE zone (MIDI Polyphonic Expression 1.0, section 3), and keeps what was sent there. */
final class FanOut
{
    private const TIMBRE = 74;
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
        self::neutral($engine, $t, $port, $chosen, $channels[$chosen]['sent']);
        $channels[$chosen] = ['notes' => [...$channels[$chosen]['notes'], [$own, $inPort, $ch, $n, $control >> 14 & 31]], 'freed' => 0, 'newest' => ++$state->made, 'sent' => self::NEUTRAL];
        $state->fanOf[$own][] = $step;
        $engine->trace?->tell('channel', (string) $ch, (string) $chosen);
        $engine->noteOn($t, $port, $chosen, $n, $v, $own);
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

    /** Key pressure becomes channel pressure of the member that plays the key. */
    public static function keyPressure(Engine $engine, string $step, int $t, int $port, int $inPort, int $ch, int $key, int $value): void
    {
        foreach ($engine->state->fans[$step] ?? [] as $channel => $each) {
            foreach ($each['notes'] as [, $from, $fromChannel, $fromKey]) {
                if ([$from, $fromChannel, $fromKey] === [$inPort, $ch, $key]) {
                    $engine->state->fans[$step][$channel]['sent'][1] = $value;
                    $engine->emit($t, $port, \chr(0xCF + $channel).\chr($value));
                    break;
                }
            }
        }
    }

    /** What belongs to the notes of an incoming member channel goes to the channels that play them. */
    public static function follow(Engine $engine, string $step, int $t, int $port, int $inPort, int $inChannel, int $kind, int $value): void
    {
        foreach ($engine->state->fans[$step] ?? [] as $channel => $each) {
            foreach ($each['notes'] as [, $from, , , $fromChannel]) {
                if ($from !== $inPort || $fromChannel !== $inChannel) {
                    continue;
                }
                [$position, $bytes] = match ($kind) {
                    Kind::Bend->ordinal() => [0, \chr(0xDF + $channel).\chr($value + 8192 & 127).\chr($value + 8192 >> 7)],
                    Kind::Pressure->ordinal() => [1, \chr(0xCF + $channel).\chr($value)],
                    default => [2, \chr(0xAF + $channel).\chr(self::TIMBRE).\chr($value)],
                };
                $engine->state->fans[$step][$channel]['sent'][$position] = $value;
                $engine->emit($t, $port, $bytes);
                break;
            }
        }
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

    /** @param array{int, int, int} $sent bend, pressure and timbre last sent on the channel */
    private static function neutral(Engine $engine, int $t, int $port, int $channel, array $sent): void
    {
        if (0 !== $sent[0]) {
            $engine->emit($t, $port, \chr(0xDF + $channel)."\x00\x40");
        }
        if (0 !== $sent[1]) {
            $engine->emit($t, $port, \chr(0xCF + $channel)."\x00");
        }
        if (64 !== $sent[2]) {
            $engine->emit($t, $port, \chr(0xAF + $channel).\chr(self::TIMBRE)."\x40");
        }
    }
}
