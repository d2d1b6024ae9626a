<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

use ZigzagPost\Core\Rig\Chart\SetBy;
use ZigzagPost\Core\Rig\Chart\Setting;
use ZigzagPost\Core\Rig\Direct\Matrix;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** A setting that a box learns from a message of another unit. */
final readonly class Lesson
{
    private function __construct(public Device $pupil, private Setting $setting, public Teacher $teacher)
    {
    }

    /** @return list<self> those that the plan asks for */
    public static function all(Setup $setup, Plan $plan, Matrix $matrix): array
    {
        $lessons = [];
        foreach ($setup->boxes as $box) {
            foreach ($box->chart->settings as $setting) {
                $value = ($box->unit->settings[$setting->id] ?? null)->value ?? null;
                foreach ($plan->settings as $planned) {
                    $value = $planned->box === $box && $planned->setting === $setting && $planned->changes() ? $planned->value : $value;
                }
                $how = null === $value ? null : $setting->howTo($value);
                $teacher =
                    null !== $value && SetBy::Learn === $how?->by && null !== $how->learnsFrom
                        ? Teacher::of($box, $how->learnsFrom, $value, $plan, $matrix)
                        : null;
                null === $teacher ?: $lessons[] = new self($box, $setting, $teacher);
            }
        }

        return $lessons;
    }

    /** @param list<self> $lessons */
    public static function of(array $lessons, Device $pupil, Setting $setting): ?self
    {
        foreach ($lessons as $lesson) {
            if ($lesson->pupil === $pupil && $lesson->setting === $setting) {
                return $lesson;
            }
        }

        return null;
    }

    /**
     * The first lesson that needs what a switch of a unit lets it send by itself.
     *
     * @param list<self> $lessons
     */
    public static function from(array $lessons, Device $teacher, Setting $switch): ?self
    {
        foreach ($lessons as $lesson) {
            if ($lesson->teacher->isOf($teacher, $switch->id)) {
                return $lesson;
            }
        }

        return null;
    }
}
