<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Mpe;

use ZigzagPost\Core\Engine\Run\Follower;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\FlatKey;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Number\Exact;

/**
 * An MPE zone on its way to one channel: whose bend, pressure and timbre count, and what was last sent of them.
 *
 * @phpstan-import-type Flat from State
 *
 * Notes are channel and key by owner, in the order they began; `counts` is the owner of the one that counts. `withheld` is
 * the first half of a parameter selection until the second says whether the zone keeps it. Flattening are channel, bend range
 * in semitones, priority, and the methods that go on with bend, pressure and timbre, '' for those that are not sent.
 * @phpstan-import-type Two from State
 */
final class Flatten implements Follower
{
    private const NEUTRAL_TIMBRE = 64;
    private const NOTHING = [
        'side' => 0,
        'notes' => [],
        'counts' => null,
        'bends' => [],
        'timbres' => [],
        'pressures' => [],
        'manager' => 0,
        'bend' => 0,
        'timbre' => self::NEUTRAL_TIMBRE,
        'pressure' => 0,
        'withheld' => null,
    ];
    private const SELECT_MSB = 101;

    /** A note begins: bend, pressure and timbre go out before it where it is the one that counts. */
    public static function noteOn(Run $run, string $step, int $t, int $port, int $ch, int $key, int $control, int|string $own): void
    {
        $flat = self::id($run->state, $step, $port, $ch);
        $state = &$run->state->flats[$flat];
        unset($state['notes'][$own]);
        $state['notes'][$own] = [$ch, $key];
        $run->state->flatOf[$own][] = [$step, $flat, $port, $control];
        $state['counts'] = self::priority($state['notes'], $run->book->flatten($step)->priority);
        if ($state['counts'] === $own) {
            self::update($run, $state, $step, $t, $port, $control);
        }
    }

    /** The notes of an owner have ended: bend, pressure and timbre of an older note may count again. */
    public static function ended(Run $run, int $t, int|string $own): void
    {
        $ended = $run->state->flatOf[$own] ?? [];
        unset($run->state->flatOf[$own]);
        foreach ($ended as [$step, $flat, $port, $control]) {
            $state = &$run->state->flats[$flat];
            unset($state['notes'][$own]);
            if ($state['counts'] === $own) {
                $state['counts'] = self::priority($state['notes'], $run->book->flatten($step)->priority);
                if (null !== $state['counts']) {
                    self::update($run, $state, $step, $t, $port, $control);
                }
            }
            unset($state);
        }
    }

    /** The bend to send for a bend of one channel of the zone, or null when there is nothing new to send. */
    public static function bend(Run $run, string $step, int $port, int $ch, int $value): ?int
    {
        $state = &$run->state->flats[self::id($run->state, $step, $port, $ch)];
        if (Zones::isManager($run->state, $port, $ch)) {
            $state['manager'] = $value;
        } else {
            $state['bends'][$ch] = $value;
            if (self::channel($state) !== $ch) {
                return null; // what rings on keeps its pitch
            }
        }
        $bend = self::combined($run->state, $state, $port, $run->book->flatten($step)->range);
        if ($bend === $state['bend']) {
            return null;
        }

        return $state['bend'] = $bend;
    }

    /** Keeps the timbre of a channel; true when it is the one that counts and is new. */
    public static function timbre(State $all, string $step, int $port, int $ch, int $value): bool
    {
        return self::keep($all->flats[self::id($all, $step, $port, $ch)], 'timbre', $ch, $value);
    }

    /** Keeps the pressure of a channel; true when it is the one that counts and is new. */
    public static function pressure(State $all, string $step, int $port, int $ch, int $value): bool
    {
        return self::keep($all->flats[self::id($all, $step, $port, $ch)], 'pressure', $ch, $value);
    }

    /** Why bend, pressure or timbre of a channel was not sent. */
    public static function reason(State $all, string $step, int $port, int $ch): string
    {
        $state = $all->flats[self::id($all, $step, $port, $ch)];
        $isManager = Zones::isManager($all, $port, $ch);
        if ([] === array_filter($state['notes'], static fn (array $note): bool => $note[0] === $ch) && !$isManager) {
            return 'kept for the next note';
        }

        return self::channel($state) === $ch || $isManager ? 'no change' : 'another note counts';
    }

    /** Whether a controller selects or sets a parameter. */
    public static function isSetting(int $controller): bool
    {
        return 6 === $controller || 38 === $controller || ($controller >= 96 && $controller <= self::SELECT_MSB);
    }

    /**
     * What becomes of a controller of the manager channel that selects or sets a parameter: RPN 0 and 6 are the zone's own.
     *
     * @return bool|int true when it stays in the zone, false when it goes on; a number when the first half of a selection that
     *                  was withheld, with this value, has to go on before it
     */
    public static function setting(State $all, string $step, int $port, int $ch, int $number, int $value): bool|int
    {
        $state = &$all->flats[self::id($all, $step, $port, $ch)];
        $isOwn = Zones::isOwnParameter($all, $port, $ch);
        if (self::SELECT_MSB === $number && 0 === $value && !$isOwn) {
            $state['withheld'] = $value;

            return true;
        }
        $withheld = $state['withheld'];
        $state['withheld'] = null;
        if ($isOwn) {
            return true;
        }

        return null !== $withheld && 98 !== $number && 99 !== $number && self::SELECT_MSB !== $number ? $withheld : false;
    }

    /** @return list<int> keys that sound on a channel of the zone */
    public static function keysOf(State $all, string $step, int $port, int $ch): array
    {
        $keys = [];
        foreach ($all->flats[self::id($all, $step, $port, $ch)]['notes'] as [$channel, $key]) {
            if ($channel === $ch) {
                $keys[] = $key;
            }
        }

        return $keys;
    }

    /** The name of what a step makes of the zone that a channel belongs to; it is there from now on. */
    private static function id(State $all, string $step, int $port, int $ch): string
    {
        $side = Zones::side($all, $port, $ch);
        $id = FlatKey::of($step, $port, $side);
        $all->flats[$id] ??= ['side' => $side] + self::NOTHING;

        return $id;
    }

    /**
     * @param Flat $state
     * @param 'timbre'|'pressure' $what
     */
    private static function keep(array &$state, string $what, int $ch, int $value): bool
    {
        $state["{$what}s"][$ch] = $value;
        if ($state[$what] === $value || self::channel($state) !== $ch) {
            return false;
        }
        $state[$what] = $value;

        return true;
    }

    /**
     * Sends what differs from what was last sent.
     *
     * @param Flat $state
     */
    private static function update(Run $run, array &$state, string $step, int $t, int $port, int $control): void
    {
        $settings = $run->book->flatten($step);
        $counts = self::channel($state) ?? 0;
        $parts = [
            ['bend', $settings->bend, 0, self::combined($run->state, $state, $port, $settings->range)],
            ['pressure', $settings->pressure, $settings->pressureController, $state['pressures'][$counts] ?? 0],
            ['timbre', $settings->timbre, $settings->timbreController, $state['timbres'][$counts] ?? self::NEUTRAL_TIMBRE],
        ];
        foreach ($parts as [$what, $method, $number, $value]) {
            if ('' !== $method && $value !== $state[$what]) {
                $state[$what] = $value;
                $run->call($method, $t, $port, $settings->channel, $number, $value, 0, '', $control, 0);
            }
        }
    }

    /**
     * The bend of the note that counts plus the manager's, in steps of the synth's range.
     *
     * @param Flat $state
     */
    private static function combined(State $all, array $state, int $port, int $range): int
    {
        [$memberCents, $managerCents] = Zones::bendRanges($all, $port, $state['side']);
        $member = $state['bends'][self::channel($state) ?? 0] ?? 0;

        return max(-8192, min(8191, Exact::round($member * $memberCents + $state['manager'] * $managerCents, 100 * $range)));
    }

    /** @param Flat $state */
    private static function channel(array $state): ?int
    {
        return null === $state['counts'] ? null : $state['notes'][$state['counts']][0];
    }

    /**
     * The owner of the note that counts; of two with the same key the later one.
     *
     * @param array<int|string, Two> $notes channel and key of each, in the order they began
     */
    private static function priority(array $notes, string $priority): int|string|null
    {
        if ('last' === $priority) {
            return array_key_last($notes);
        }
        $best = null;
        foreach ($notes as $own => [, $key]) {
            if (null === $best || ('high' === $priority ? $key >= $notes[$best][1] : $key <= $notes[$best][1])) {
                $best = $own;
            }
        }

        return $best;
    }
}
