<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Data\Json;

/**
 * Ticks on units of a rig: that a setting, or the message of a control or parameter, is set on the box or was read back from it.
 *
 * A tick is on a value: where that has become another one, it is no tick any more.
 */
final class Ticks
{
    /** What can be ticked on a unit. */
    private const TICKED = ['settings', 'assigned'];
    /** What a tick consists of, beside the value. */
    private const TICK = ['state' => 0, 'at' => 0, 'by' => 0];
    private const PLANNED = 'planned';

    /** Takes the ticks out of a rig: what was ticked is planned there. */
    public static function take(\stdClass $rig): \stdClass
    {
        $units = new \stdClass();
        foreach (self::things($rig) as $thing) {
            $value = $thing->value;
            if (isset($value->state) && (self::PLANNED !== $value->state || isset($value->at) || isset($value->by))) {
                $tick = clone $value;
                unset($tick->pinned);
                $units->{$thing->unit} ??= new \stdClass();
                $units->{$thing->unit}->{$thing->what} ??= new \stdClass();
                $units->{$thing->unit}->{$thing->what}->{$thing->id} = $tick;
                $value->state = self::PLANNED;
                unset($value->at, $value->by);
            }
        }

        return [] === (array) $units ? new \stdClass() : (object) ['units' => $units];
    }

    /** Puts ticks on a rig, where they hold. */
    public static function put(\stdClass $rig, \stdClass $ticks): void
    {
        foreach (self::units($rig) as $name => $unit) {
            foreach (self::TICKED as $what) {
                foreach ((array) self::part(self::part(self::part($ticks, 'units'), (string) $name), $what) as $id => $tick) {
                    $thing = self::part($unit, $what)->{$id} ?? null;
                    if (!$tick instanceof \stdClass) {
                        continue;
                    }
                    if ($thing instanceof \stdClass && Meaning::of(self::meant($thing)) === Meaning::of(self::meant($tick))) {
                        foreach (array_keys(self::TICK) as $field) {
                            unset($thing->{$field});
                            if (isset($tick->{$field})) {
                                $thing->{$field} = $tick->{$field};
                            }
                        }
                    } elseif (null === $thing && self::isFactory($rig, $unit, $what, (string) $id, $tick)) {
                        $unit->{$what} = self::part($unit, $what);
                        $unit->{$what}->{$id} = clone $tick;
                    }
                }
            }
        }
    }

    /** Takes out of a rig whatever is a tick, and settings that stand as they come from the factory. */
    public static function clear(\stdClass $rig): void
    {
        foreach (self::units($rig) as $unit) {
            foreach (self::TICKED as $what) {
                foreach ((array) self::part($unit, $what) as $id => $thing) {
                    if ($thing instanceof \stdClass && self::isFactory($rig, $unit, $what, (string) $id, $thing)) {
                        unset($unit->{$what}->{$id});
                    } elseif ($thing instanceof \stdClass) {
                        $unit->{$what}->{$id} = (object) array_diff_key((array) $thing, self::TICK);
                    }
                }
                if ([] === (array) self::part($unit, $what)) {
                    unset($unit->{$what});
                }
            }
        }
    }

    /** The ticks of a unit, as text, under another name of it; those that stood there before go. */
    public static function renamed(string $text, string $from, string $to): string
    {
        $ticks = json_decode($text);
        if (!$ticks instanceof \stdClass || !isset(self::part($ticks, 'units')->{$from})) {
            return $text;
        }
        $units = self::part($ticks, 'units');
        $units->{$to} = $units->{$from};
        unset($units->{$from});

        return Json::encode($ticks);
    }

    /** @return array<mixed> what is ticked, without the tick */
    private static function meant(\stdClass $thing): array
    {
        return array_diff_key((array) $thing, self::TICK + ['pinned' => 0]);
    }

    /** Whether a setting stands as it comes from the factory, so that nothing is chosen by it. */
    private static function isFactory(\stdClass $rig, \stdClass $unit, string $what, string $id, \stdClass $thing): bool
    {
        $name = self::part($unit, 'chart')->id ?? null;
        if ('settings' !== $what || isset($thing->pinned) || !\is_string($name)) {
            return false;
        }
        $settings = self::part(self::part(self::part($rig, 'charts'), $name), 'chart')->settings ?? null;
        foreach (\is_array($settings) ? $settings : [] as $setting) {
            if ($setting instanceof \stdClass && ($setting->id ?? null) === $id) {
                return isset($setting->factory) && $setting->factory === ($thing->value ?? null);
            }
        }

        return false;
    }

    /** @return \Generator<int, Tickable> everything on units that can be ticked */
    private static function things(\stdClass $rig): \Generator
    {
        foreach (self::units($rig) as $name => $unit) {
            foreach (self::TICKED as $what) {
                foreach ((array) self::part($unit, $what) as $id => $thing) {
                    if ($thing instanceof \stdClass) {
                        yield new Tickable((string) $name, $what, (string) $id, $thing);
                    }
                }
            }
        }
    }

    /** @return array<int|string, \stdClass> by their names */
    private static function units(\stdClass $rig): array
    {
        $units = [];
        foreach (\is_array($rig->units ?? null) ? $rig->units : [] as $unit) {
            if ($unit instanceof \stdClass && \is_string($unit->name ?? null)) {
                $units[$unit->name] = $unit;
            }
        }

        return $units;
    }

    /** A part that has parts; an empty one where there is none. */
    private static function part(\stdClass $in, string $name): \stdClass
    {
        $part = $in->{$name} ?? null;

        return $part instanceof \stdClass ? $part : new \stdClass();
    }
}
