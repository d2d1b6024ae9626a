<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Mpe;

use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\Run\Follower;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Number\Exact;

/**
 * Gives each note a member channel of an MPE zone (MIDI Polyphonic Expression 1.0, section 3), and keeps what was sent there.
 *
 * @phpstan-import-type FanNote from State
 * @phpstan-import-type Expression from State
 */
final class FanOut implements Follower
{
    /**
     * Begins a note on the channel that has been free longest or, with none free, the one whose newest note is oldest.
     *
     * @param list<int> $members
     */
    public static function noteOn(
        Run $run,
        string $step,
        int $t,
        int $port,
        array $members,
        int $inPort,
        int $ch,
        int $n,
        int $v,
        int|string $own,
        int $control,
    ): void {
        $state = $run->state;
        $channels = &$state->fans[$step];
        $channels ??= array_fill_keys($members, ['notes' => [], 'freed' => 0, 'newest' => 0, 'sent' => PerNote::NEUTRAL]);
        $chosen = self::choose($channels, $members);
        $wanted = PerNote::ofNote($state, $step, $inPort, $control);
        PerNote::prepare($run, $t, $port, $chosen, $channels[$chosen]['sent'], $wanted);
        $channels[$chosen] = [
            'notes' => [...$channels[$chosen]['notes'], [$own, $inPort, $ch, $n, ControlAddress::channel($control)]],
            'freed' => 0,
            'newest' => ++$state->made,
            'sent' => $wanted,
        ];
        $state->fanOf[$own][] = $step;
        $run->trace?->tell('channel', (string) $ch, (string) $chosen);
        Notes::begin($run, $t, $port, $chosen, $n, $v, $own);
    }

    /** Notes of an owner have ended: their channels may be free. */
    public static function ended(Run $run, int $t, int|string $own): void
    {
        $state = $run->state;
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
    public static function keyPressure(Run $run, string $step, int $t, int $port, int $inPort, int $ch, int $key, int $value): bool
    {
        $isHeard = false;
        foreach ($run->state->fans[$step] ?? [] as $channel => $each) {
            foreach ($each['notes'] as [, $from, $fromChannel, $fromKey]) {
                if ([$from, $fromChannel, $fromKey] === [$inPort, $ch, $key]) {
                    $run->state->fans[$step][$channel]['sent'][PerNote::PRESSURE] = $value;
                    PerNote::send($run, $t, $port, $channel, PerNote::PRESSURE, $value);
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
    public static function toNotes(Run $run, string $step, int $t, int $port, int $inPort, int $inChannel, int $kind, int $value, int $range): bool
    {
        $part = PerNote::part($kind);
        if (PerNote::BEND === $part) {
            $value = max(
                -8192,
                min(
                    8191,
                    Exact::round($value * Zones::bendRanges($run->state, $inPort, Zones::side($run->state, $inPort, $inChannel))[0], 100 * $range),
                ),
            );
        }
        PerNote::keep($run->state, $step, $inPort, $inChannel, $part, $value);
        $isHeard = false;
        foreach ($run->state->fans[$step] ?? [] as $channel => $each) {
            foreach ($each['notes'] as [, $from, , , $fromChannel]) {
                if ($from === $inPort && $fromChannel === $inChannel) {
                    $run->state->fans[$step][$channel]['sent'][$part] = $value;
                    PerNote::send($run, $t, $port, $channel, $part, $value);
                    $isHeard = true;
                    break;
                }
            }
        }

        return $isHeard;
    }

    /**
     * @param array<int, array{notes: list<FanNote>, freed: int, newest: int, sent: Expression}> $channels
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
}
