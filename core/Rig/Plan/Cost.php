<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\How;
use ZigzagPost\Core\Rig\Chart\SetBy;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Document\Unit;

/** What it costs to make a setting: nothing where it stands so already, more where hands have to do more. */
final class Cost
{
    public const POWER_CYCLE = 3;
    public const CABLE = 4;

    public static function of(Unit $unit, Setting $setting, string|int $value): int
    {
        return self::isThere($unit, $setting, $value) ? 0 : self::way($setting->howTo($value)) + self::again($unit, $setting);
    }

    /** Where another setting of the unit pays for switching it off and on. */
    public static function withoutCycle(Unit $unit, Setting $setting, string|int $value): int
    {
        return self::isThere($unit, $setting, $value) ? 0 : self::hands($setting->howTo($value)) + self::again($unit, $setting);
    }

    private static function isThere(Unit $unit, Setting $setting, string|int $value): bool
    {
        $chosen = $unit->settings[$setting->id] ?? null;

        return $value === (true === $chosen?->state->isTicked() ? $chosen->value : $setting->factory);
    }

    /** What was ticked once costs more to change. */
    private static function again(Unit $unit, Setting $setting): int
    {
        return true === ($unit->settings[$setting->id] ?? null)?->state->isTicked() ? 2 : 0;
    }

    /** One setting alone: the way to it, and switching the unit off and on where it needs that. */
    public static function way(?How $how): int
    {
        return max(self::hands($how), true === $how?->powerCycle ? self::POWER_CYCLE : 0);
    }

    /** The way to it without switching off and on. */
    public static function hands(?How $how): int
    {
        return match ($how?->by) {
            SetBy::Menu, SetBy::Editor, SetBy::Parameter => 1,
            SetBy::Learn => 2,
            SetBy::Jumper => 5,
            SetBy::Gesture, null => 3,
        };
    }
}
