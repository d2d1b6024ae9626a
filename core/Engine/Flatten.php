<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Rulebook\Expression\Exact;

/**
 * An MPE zone on its way to one channel: whose bend and timbre count, and what was last sent of them.
 *
 * @phpstan-type Flat array{notes: array<int|string, array{int, int}>, counts: int|string|null, bends: array<int, int>, timbres: array<int, int>, pressures: array<int, int>, manager: int, bend: int, timbre: int, pressure: int}
 * @phpstan-type Settings array{int, int, string, string, string, int, string, int}
 *
 * Notes are channel and key by owner, in the order they began; `counts` is the owner of the one that counts. Settings are channel, bend range, priority, the methods that go on with bend and timbre, the timbre controller, the method
 * that goes on with pressure, and its controller. `pressures` are those that came before their note.
 */
final class Flatten
{
    private const NEUTRAL_TIMBRE = 64;
    private const NOTHING = ['notes' => [], 'counts' => null, 'bends' => [], 'timbres' => [], 'pressures' => [], 'manager' => 0, 'bend' => 0, 'timbre' => self::NEUTRAL_TIMBRE, 'pressure' => 0];

    /**
     * A note begins: bend and timbre go out before it where it is the one that counts.
     *
     * @param Settings $settings
     */
    public static function noteOn(Engine $engine, string $flat, int $t, int $port, int $ch, int $key, array $settings, int $control, int|string $own): void
    {
        $engine->state->flats[$flat] ??= self::NOTHING;
        $state = &$engine->state->flats[$flat];
        unset($state['notes'][$own]);
        $state['notes'][$own] = [$ch, $key];
        $engine->state->flatOf[$own][] = [$flat, $port, $settings, $control];
        $state['counts'] = self::priority($state['notes'], $settings[2]);
        if ($state['counts'] === $own) {
            self::update($engine, $state, $t, $port, $settings, $control);
            self::bringPressure($engine, $state, $t, $port, $settings, $control);
        }
        unset($state['pressures'][$ch]);
    }

    /** The notes of an owner have ended: bend and timbre of an older note may count again. */
    public static function ended(Engine $engine, int|string $own, int $t): void
    {
        $ended = $engine->state->flatOf[$own] ?? [];
        unset($engine->state->flatOf[$own]);
        foreach ($ended as [$flat, $port, $settings, $control]) {
            $engine->state->flats[$flat] ??= self::NOTHING;
            $state = &$engine->state->flats[$flat];
            unset($state['notes'][$own]);
            if ($state['counts'] === $own) {
                $state['counts'] = self::priority($state['notes'], $settings[2]);
                if (null !== $state['counts']) {
                    self::update($engine, $state, $t, $port, $settings, $control);
                }
            }
            unset($state);
        }
    }

    /** The bend to send for a bend of one channel of the zone, or null when there is nothing new to send. */
    public static function bend(Engine $engine, string $flat, int $port, int $ch, int $value, int $range): ?int
    {
        $engine->state->flats[$flat] ??= self::NOTHING;
        $state = &$engine->state->flats[$flat];
        if ($ch === Zones::managerOf($engine->state, $port)) {
            $state['manager'] = $value;
        } else {
            $state['bends'][$ch] = $value;
            if (null === $state['counts'] || $state['notes'][$state['counts']][0] !== $ch) {
                return null; // what rings on keeps its pitch
            }
        }
        $bend = self::combined($engine->state, $state, $port, $range);
        if ($bend === $state['bend']) {
            return null;
        }

        return $state['bend'] = $bend;
    }

    /** Keeps the timbre of a channel; true when it is the one that counts and is new. */
    public static function timbre(State $all, string $flat, int $ch, int $value): bool
    {
        $all->flats[$flat] ??= self::NOTHING;
        $state = &$all->flats[$flat];
        $state['timbres'][$ch] = $value;
        if ($state['timbre'] === $value || self::channel($state) !== $ch) {
            return false;
        }
        $state['timbre'] = $value;

        return true;
    }

    /** Whether a pressure is that of the note that counts; what comes before its note is kept for it. */
    public static function pressure(State $all, string $flat, int $ch, int $value): bool
    {
        $all->flats[$flat] ??= self::NOTHING;
        $state = &$all->flats[$flat];
        if (self::channel($state) === $ch) {
            $state['pressure'] = $value;

            return true;
        }
        if ([] === self::keysOf($all, $flat, $ch)) {
            $state['pressures'][$ch] = $value;
        }

        return false;
    }

    /** Why bend, pressure or timbre of a channel was not sent. */
    public static function reason(State $all, string $flat, int $port, int $ch): string
    {
        $state = $all->flats[$flat] ?? self::NOTHING;
        if ([] === array_filter($state['notes'], static fn (array $note): bool => $note[0] === $ch) && $ch !== Zones::managerOf($all, $port)) {
            return 'kept for the next note';
        }

        return self::channel($state) === $ch || $ch === Zones::managerOf($all, $port) ? 'no change' : 'another note counts';
    }

    /** Whether a controller selects or sets a parameter. */
    public static function isSetting(int $controller): bool
    {
        return 6 === $controller || 38 === $controller || ($controller >= 96 && $controller <= 101);
    }

    /** @return list<int> keys that sound on a channel of the zone */
    public static function keysOf(State $all, string $flat, int $ch): array
    {
        $keys = [];
        foreach ($all->flats[$flat]['notes'] ?? [] as [$channel, $key]) {
            if ($channel === $ch) {
                $keys[] = $key;
            }
        }

        return $keys;
    }

    /**
     * Sends what differs from what was last sent.
     *
     * @param Flat $state
     * @param Settings $settings
     */
    private static function update(Engine $engine, array &$state, int $t, int $port, array $settings, int $control): void
    {
        [$channel, $range, , $bendMethod, $timbreMethod, $timbreController] = $settings;
        $bend = self::combined($engine->state, $state, $port, $range);
        $timbre = $state['timbres'][self::channel($state) ?? 0] ?? self::NEUTRAL_TIMBRE;
        if ($bend !== $state['bend']) {
            $state['bend'] = $bend;
            $engine->call($bendMethod, $t, $port, $channel, 0, $bend, 0, '', $control, 0);
        }
        if ('' !== $timbreMethod && $timbre !== $state['timbre']) {
            $state['timbre'] = $timbre;
            $engine->call($timbreMethod, $t, $port, $channel, $timbreController, $timbre, 0, '', $control, 0);
        }
    }

    /**
     * Sends the pressure that came before its note, if it differs from what was last sent.
     *
     * @param Flat $state
     * @param Settings $settings
     */
    private static function bringPressure(Engine $engine, array &$state, int $t, int $port, array $settings, int $control): void
    {
        $pressure = $state['pressures'][self::channel($state) ?? 0] ?? $state['pressure'];
        if ('' !== $settings[6] && $pressure !== $state['pressure']) {
            $state['pressure'] = $pressure;
            $engine->call($settings[6], $t, $port, $settings[0], $settings[7], $pressure, 0, '', $control, 0);
        }
    }

    /**
     * The bend of the note that counts plus the manager's, in steps of the synth's range.
     *
     * @param Flat $state
     */
    private static function combined(State $all, array $state, int $port, int $range): int
    {
        [$memberRange, $managerRange] = Zones::bendRanges($all, $port);
        $member = $state['bends'][self::channel($state) ?? 0] ?? 0;

        return max(-8192, min(8191, Exact::round($member * $memberRange + $state['manager'] * $managerRange, $range)));
    }

    /** @param Flat $state */
    private static function channel(array $state): ?int
    {
        return null === $state['counts'] ? null : $state['notes'][$state['counts']][0];
    }

    /**
     * The owner of the note that counts; of two with the same key the later one.
     *
     * @param array<int|string, array{int, int}> $notes channel and key of each, in the order they began
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
