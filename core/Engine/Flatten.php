<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Rulebook\Expression\Exact;

/**
 * An MPE zone on its way to one channel: whose bend and timbre count, and what was last sent of them.
 *
 * @phpstan-type Flat array{notes: array<int|string, array{int, int, int}>, bends: array<int, int>, timbres: array<int, int>, manager: int, bend: int, timbre: int}
 * @phpstan-type Settings array{int, int, string, string, string, int}
 *
 * Settings are channel, bend range, priority, the methods that go on with bend and timbre, and the timbre controller.
 */
final class Flatten
{
    private const NEUTRAL_TIMBRE = 64;

    /**
     * A note begins: bend and timbre go out before it where it is the one that counts.
     *
     * @param Settings $settings
     */
    public static function noteOn(Engine $engine, string $flat, int $t, int $port, int $ch, int $key, array $settings, int $control, int|string $own): void
    {
        $state = self::state($engine->state, $flat);
        $state['notes'][$own] = [$ch, $key, ++$engine->state->made];
        $engine->state->flats[$flat] = $state;
        $engine->state->flatOf[$own][] = [$flat, $port, $settings, $control];
        if (self::priority($state, $settings[2]) === $own) {
            self::update($engine, $flat, $t, $port, $settings, $control);
        }
    }

    /** The notes of an owner have ended: bend and timbre of an older note may count again. */
    public static function ended(Engine $engine, int|string $own, int $t): void
    {
        $ended = $engine->state->flatOf[$own] ?? [];
        unset($engine->state->flatOf[$own]);
        foreach ($ended as [$flat, $port, $settings, $control]) {
            $state = self::state($engine->state, $flat);
            $was = self::priority($state, $settings[2]);
            unset($state['notes'][$own]);
            $engine->state->flats[$flat] = $state;
            if ($was === $own && [] !== $state['notes']) {
                self::update($engine, $flat, $t, $port, $settings, $control);
            }
        }
    }

    /** The bend to send for a bend of one channel of the zone, or null when there is nothing new to send. */
    public static function bend(Engine $engine, string $flat, int $port, int $ch, int $value, int $range, string $priority): ?int
    {
        $state = self::state($engine->state, $flat);
        if ($ch === $engine->manager($port)) {
            $state['manager'] = $value;
        } else {
            $state['bends'][$ch] = $value;
            if ([] === $state['notes']) { // what rings on keeps its pitch
                $engine->state->flats[$flat] = $state;

                return null;
            }
        }
        $bend = self::combined($engine, $state, $port, $range, $priority);
        $isNew = $bend !== $state['bend'];
        $state['bend'] = $bend;
        $engine->state->flats[$flat] = $state;

        return $isNew ? $bend : null;
    }

    /** Keeps the timbre of a channel; true when it is the one that counts and is new. */
    public static function timbre(State $all, string $flat, int $ch, int $value, string $priority): bool
    {
        $state = self::state($all, $flat);
        $state['timbres'][$ch] = $value;
        $isNew = self::channel($state, $priority) === $ch && $state['timbre'] !== $value;
        if ($isNew) {
            $state['timbre'] = $value;
        }
        $all->flats[$flat] = $state;

        return $isNew;
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
        foreach (self::state($all, $flat)['notes'] as [$channel, $key]) {
            if ($channel === $ch) {
                $keys[] = $key;
            }
        }

        return $keys;
    }

    public static function isPriority(State $all, string $flat, int $ch, string $priority): bool
    {
        return self::channel(self::state($all, $flat), $priority) === $ch;
    }

    /** @param Settings $settings */
    private static function update(Engine $engine, string $flat, int $t, int $port, array $settings, int $control): void
    {
        [$channel, $range, $priority, $bendMethod, $timbreMethod, $timbreController] = $settings;
        $state = self::state($engine->state, $flat);
        $bend = self::combined($engine, $state, $port, $range, $priority);
        $timbre = $state['timbres'][self::channel($state, $priority) ?? 0] ?? self::NEUTRAL_TIMBRE;
        $isNewBend = $bend !== $state['bend'];
        $isNewTimbre = '' !== $timbreMethod && $timbre !== $state['timbre'];
        $state['bend'] = $bend;
        $state['timbre'] = $isNewTimbre ? $timbre : $state['timbre'];
        $engine->state->flats[$flat] = $state;
        if ($isNewBend) {
            $engine->callLater($t, [$bendMethod, $port, $channel, 0, $bend, 0, '', $control, 0]);
        }
        if ($isNewTimbre) {
            $engine->callLater($t, [$timbreMethod, $port, $channel, $timbreController, $timbre, 0, '', $control, 0]);
        }
    }

    /**
     * The bend of the note that counts plus the manager's, in steps of the synth's range.
     *
     * @param Flat $state
     */
    private static function combined(Engine $engine, array $state, int $port, int $range, string $priority): int
    {
        [$memberRange, $managerRange] = $engine->bendRanges($port);
        $member = $state['bends'][self::channel($state, $priority) ?? 0] ?? 0;

        return max(-8192, min(8191, Exact::round($member * $memberRange + $state['manager'] * $managerRange, $range)));
    }

    /** @param Flat $state */
    private static function channel(array $state, string $priority): ?int
    {
        $own = self::priority($state, $priority);

        return null === $own ? null : $state['notes'][$own][0];
    }

    /**
     * The owner of the note that counts.
     *
     * @param Flat $state
     */
    private static function priority(array $state, string $priority): int|string|null
    {
        $best = null;
        foreach ($state['notes'] as $own => [, $key, $began]) {
            $rank = match ($priority) {
                'high' => [$key, $began],
                'low' => [-$key, $began],
                default => [$began, 0],
            };
            if (null === $best || $rank > $best[1]) {
                $best = [$own, $rank];
            }
        }

        return $best[0] ?? null;
    }

    /** @return Flat */
    private static function state(State $state, string $flat): array
    {
        return $state->flats[$flat] ?? ['notes' => [], 'bends' => [], 'timbres' => [], 'manager' => 0, 'bend' => 0, 'timbre' => self::NEUTRAL_TIMBRE];
    }
}
