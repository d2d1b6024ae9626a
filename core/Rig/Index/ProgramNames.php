<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Rig\Chart\Programs;
use ZigzagPost\Core\Rig\Chart\Special;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Title;

/** Finds programs of a unit by their names, by what the unit shows, and by number. */
final class ProgramNames
{
    /** Programs looked through at most. */
    private const MOST = 16384;

    /**
     * Programs that a title means: those of that name, or else those that are shown so.
     *
     * @return list<int|Special>
     */
    public static function find(Device $box, Programs $programs, string $title): array
    {
        $key = Title::key($title);
        $named = [];
        foreach (self::names($box, $programs) as $ordinal => $name) {
            if (Title::key($name) === $key) {
                $named[] = $ordinal;
            }
        }
        if ([] !== $named) {
            return $named;
        }
        foreach ($programs->specials ?? [] as $special) {
            if (Title::key($special->label) === $key) {
                $named[] = $special;
            }
        }
        for ($ordinal = 0; $ordinal < min($programs->count, self::MOST) && null !== $programs->shown; ++$ordinal) {
            if (Title::key($programs->label($ordinal)) === $key) {
                $named[] = $ordinal;
            }
        }

        return $named;
    }

    /** @return array<int, string> names by place: those of the unit before those of its chart */
    public static function names(Device $box, Programs $programs): array
    {
        $names = [];
        foreach ($box->unit->programs ?? [] as $ordinal => $program) {
            if (null !== $program->name) {
                $names[(int) $ordinal] = $program->name;
            }
        }
        foreach ($programs->names ?? [] as $ordinal => $name) {
            $names[(int) $ordinal] ??= $name;
        }

        return array_filter($names, static fn (int $ordinal): bool => $ordinal < $programs->count, \ARRAY_FILTER_USE_KEY);
    }

    /** @return array<int, int> places by the number that is shown, where a number is shown */
    public static function numbered(Programs $programs): array
    {
        $numbered = [];
        for ($ordinal = 0; $ordinal < min($programs->count, self::MOST); ++$ordinal) {
            $label = $programs->label($ordinal);
            if (1 === preg_match('/^\d{1,9}$/D', $label)) {
                $numbered[(int) $label] ??= $ordinal;
            }
        }

        return $numbered;
    }

    /** @return list<string> titles that can be called, for whoever has misspelt one */
    public static function titles(Device $box, Programs $programs): array
    {
        $titles = array_values(self::names($box, $programs));
        foreach ($programs->specials ?? [] as $special) {
            $titles[] = $special->label;
        }
        for ($ordinal = 0; $ordinal < min($programs->count, 200) && null !== $programs->shown; ++$ordinal) {
            $titles[] = $programs->label($ordinal);
        }

        return $titles;
    }
}
