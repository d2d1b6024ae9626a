<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;

/**
 * What people write down about a rig without changing it: what was done, the log, and ticks on its settings. It is kept apart from the rig,
 * so that it can always be written, and read together with it.
 */
final class RigNotes
{
    /** Fields of a rig that are notes as a whole. */
    private const FIELDS = ['done', 'log'];
    /** What can be ticked on a unit, and what a tick consists of. */
    private const TICKED = ['settings', 'assigned'];
    private const TICK = ['state' => true, 'at' => true, 'by' => true];

    /** A rig with its notes; one without any as it stands. */
    public static function join(string $text, string $notes): string
    {
        $rig = '' === $notes ? null : self::decode($text);
        $kept = self::decode($notes);
        $joined = null === $rig || null === $kept ? null : json_decode($text);
        $asKept = json_decode($notes);
        if (null === $rig || null === $kept || !($joined instanceof \stdClass) || !($asKept instanceof \stdClass)) {
            return $text;
        }
        foreach (self::FIELDS as $field) {
            unset($joined->{$field});
            if (isset($asKept->{$field})) {
                $joined->{$field} = $asKept->{$field};
            }
        }
        $ticks = self::part($kept, 'ticks');
        $units = \is_array($joined->units ?? null) ? $joined->units : [];
        foreach (self::units($rig) as $place => $unit) {
            $of = $units[$place] ?? null;
            if (!$of instanceof \stdClass) {
                continue;
            }
            foreach (self::TICKED as $what) {
                foreach (self::of($ticks, $unit, $what) as $id => $tick) {
                    $thing = self::part($unit, $what)[$id] ?? null;
                    // A tick is on a value: on another one it is no tick any more.
                    $holds = \is_array($thing)
                        ? self::told(self::meant($thing)) === self::told(self::meant($tick))
                        : self::isFactory($rig, $unit, $what, (string) $id, $tick);
                    if ($holds) {
                        $things = ($of->{$what} ?? null) instanceof \stdClass ? $of->{$what} : new \stdClass();
                        $things->{$id} = $tick;
                        $of->{$what} = $things;
                    }
                }
            }
        }

        return Json::encode($joined);
    }

    /** An old text of a rig, with what is written down about it by now. */
    public static function withNotesOf(string $text, string $whole): string
    {
        return null === self::decode($text) || null === self::decode($whole)
            ? $text
            : self::join(self::without($text), Json::encode(self::kept($whole, [])));
    }

    /** A rig as it comes from a screen, taken apart; what stands in the stored one counts as it is. */
    public static function split(string $text, string $stored): Apart
    {
        $rig = self::decode($text);
        $before = self::decode($stored);
        if (null === $rig || null === $before) {
            return new Apart($text, '', false);
        }
        $notes = array_intersect_key($rig, array_flip(self::FIELDS));
        $isSame = self::isSame(self::bare($rig), self::bare($before));
        $ticks = [];
        if ($isSame) {
            $known = [];
            foreach (self::ticked($before) as $tickable) {
                $known[$tickable->key()] = self::told($tickable->thing);
            }
            foreach (self::ticked($rig) as $tickable) {
                if (self::told($tickable->thing) !== ($known[$tickable->key()] ?? null)) {
                    $ticks[$tickable->key()] = $tickable->thing;
                }
            }
        }
        $isWithout = [] === array_filter($notes) && [] === $ticks && [] === array_filter(array_intersect_key($before, array_flip(self::FIELDS)));

        return new Apart(
            $isSame ? $stored : ($isWithout ? $text : self::without($text)),
            $isWithout ? '' : Json::encode(self::kept($text, $ticks)),
            $isSame,
        );
    }

    /**
     * What a rig plays: its show, and its units, leads and charts without ticks. Two that mean the same are told the same.
     *
     * @return array{show: string, rig: string}
     */
    public static function parts(string $text): array
    {
        $rig = self::bare(self::decode($text) ?? []);
        $show = \is_array($rig['show'] ?? null) ? $rig['show'] : [];

        return [
            'show' => self::told($show),
            'rig' => self::told(array_intersect_key($rig, ['units' => 0, 'leads' => 0, 'charts' => 0, 'wants' => 0])),
        ];
    }

    /**
     * A rig without anything that is a note.
     *
     * @param array<mixed> $rig
     *
     * @return array<mixed>
     */
    private static function bare(array $rig): array
    {
        $units = self::part($rig, 'units');
        foreach (self::units($rig) as $place => $unit) {
            foreach (self::TICKED as $what) {
                $things = [];
                foreach (self::part($unit, $what) as $id => $thing) {
                    if (!\is_array($thing)) {
                        $things[$id] = $thing;
                    } elseif (!self::isFactory($rig, $unit, $what, (string) $id, $thing)) {
                        $things[$id] = self::meant($thing);
                    }
                }
                $unit = [] === $things ? array_diff_key($unit, [$what => 0]) : [$what => $things] + $unit;
            }
            $units[$place] = $unit;
        }
        if ([] !== $units) {
            $rig['units'] = $units;
        }

        return array_diff_key($rig, array_flip(self::FIELDS));
    }

    /**
     * @param array<mixed> $thing
     *
     * @return array<mixed> what is ticked, without the tick
     */
    private static function meant(array $thing): array
    {
        return array_diff_key($thing, self::TICK);
    }

    /**
     * Whether a setting stands as it comes from the factory, so that nothing is chosen by it.
     *
     * @param array<mixed> $rig
     * @param array<mixed> $unit
     * @param array<mixed> $thing
     */
    private static function isFactory(array $rig, array $unit, string $what, string $id, array $thing): bool
    {
        $name = self::part($unit, 'chart')['id'] ?? null;
        if ('settings' !== $what || isset($thing['pinned']) || !\is_string($name)) {
            return false;
        }
        foreach (self::part(self::part(self::part(self::part($rig, 'charts'), $name), 'chart'), 'settings') as $setting) {
            if (\is_array($setting) && ($setting['id'] ?? null) === $id) {
                return isset($setting['factory']) && $setting['factory'] === ($thing['value'] ?? null);
            }
        }

        return false;
    }

    /**
     * Everything on units that can be ticked.
     *
     * @param array<mixed> $rig
     *
     * @return \Generator<int, Tickable>
     */
    private static function ticked(array $rig): \Generator
    {
        foreach (self::units($rig) as $unit) {
            $name = $unit['name'] ?? null;
            foreach (\is_string($name) ? self::TICKED : [] as $what) {
                foreach (self::part($unit, $what) as $id => $thing) {
                    if (\is_string($name) && \is_array($thing)) {
                        yield new Tickable($name, $what, (string) $id, $thing);
                    }
                }
            }
        }
    }

    /**
     * Ticks on a unit.
     *
     * @param array<mixed> $ticks
     * @param array<mixed> $unit
     *
     * @return array<string, array<mixed>> by setting, control or parameter
     */
    private static function of(array $ticks, array $unit, string $what): array
    {
        $begins = \is_string($unit['name'] ?? null) ? "{$unit['name']} {$what} " : "\0";
        $on = [];
        foreach ($ticks as $where => $tick) {
            if (\is_array($tick) && str_starts_with((string) $where, $begins)) {
                $on[substr((string) $where, \strlen($begins))] = $tick;
            }
        }

        return $on;
    }

    /**
     * @param array<mixed> $in
     *
     * @return array<mixed> a part of it that has parts; none where there is none
     */
    private static function part(array $in, string $name): array
    {
        return \is_array($in[$name] ?? null) ? $in[$name] : [];
    }

    /**
     * @param array<mixed> $rig
     *
     * @return array<int|string, array<mixed>> by their place
     */
    private static function units(array $rig): array
    {
        return array_filter(self::part($rig, 'units'), is_array(...));
    }

    /**
     * @param array<mixed> $one
     * @param array<mixed> $other
     */
    private static function isSame(array $one, array $other): bool
    {
        if (\count($one) !== \count($other)) {
            return false;
        }
        foreach ($one as $field => $value) {
            // Most parts are the same to the letter, which is quickly seen.
            if (!\array_key_exists($field, $other) || ($value !== $other[$field] && self::told($value) !== self::told($other[$field]))) {
                return false;
            }
        }

        return true;
    }

    /** Two that mean the same are told the same: whatever the order of their fields, and 96 as 96.0. */
    private static function told(mixed $value): string
    {
        if (\is_array($value)) {
            if (!array_is_list($value)) {
                ksort($value, \SORT_STRING);
            }

            return '['.
                implode(
                    ',',
                    array_map(
                        static fn (int|string $key, mixed $each): string => json_encode((string) $key, \JSON_INVALID_UTF8_SUBSTITUTE).
                            ':'.
                            self::told($each),
                        array_keys($value),
                        $value,
                    ),
                ).
                ']';
        }

        return \is_float($value) && floor($value) === $value && abs($value) < 1e15
            ? (string) (int) $value
            : (string) json_encode($value, \JSON_INVALID_UTF8_SUBSTITUTE);
    }

    /** @return array<mixed>|null */
    private static function decode(string $text): ?array
    {
        try {
            $json = Json::decode($text);
        } catch (BadData) {
            return null;
        }

        return \is_array($json) ? $json : null;
    }

    /** The text of a rig without its notes. */
    private static function without(string $text): string
    {
        $rig = json_decode($text);
        if (!$rig instanceof \stdClass) {
            return $text;
        }
        foreach (self::FIELDS as $field) {
            unset($rig->{$field});
        }

        return Json::encode($rig);
    }

    /** @param array<string, array<mixed>> $ticks */
    private static function kept(string $text, array $ticks): \stdClass
    {
        $rig = json_decode($text);
        $kept = new \stdClass();
        if ($rig instanceof \stdClass) {
            foreach (self::FIELDS as $field) {
                if (isset($rig->{$field})) {
                    $kept->{$field} = $rig->{$field};
                }
            }
        }
        if ([] !== $ticks) {
            $kept->ticks = (object) $ticks;
        }

        return $kept;
    }
}
