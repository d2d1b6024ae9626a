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
    public static function of(Unit $unit, Setting $setting, string|int $value): int
    {
        $chosen = $unit->settings[$setting->id] ?? null;
        $isTicked = true === $chosen?->state->isTicked();
        if ($value === ($isTicked ? $chosen?->value : $setting->factory)) {
            return 0;
        }

        return self::way($setting->howTo($value)) + ($isTicked ? 2 : 0);
    }

    public static function way(?How $how): int
    {
        $isQuick = null !== $how && true !== $how->powerCycle && \in_array($how->by, [SetBy::Menu, SetBy::Editor, SetBy::Parameter], true);

        return $isQuick ? 1 : 3;
    }
}
