<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

/**
 * What owners of notes are called that are no held keys: a letter, and for those of steps the step and the control, such as
 * `l3.1:268812`.
 */
final class Owner
{
    public const LATCH = 'l';
    public const MADE = 'm';
    public const GATE = 'g';
    /** Made below `press` by a rule that is gone. */
    public const PRESSED = 'k';

    /** @return array{string, string, int|null} letter, step ('' for none) and control */
    public static function parts(string $own): array
    {
        return 1 === preg_match('/^([a-z])(\d+\.\d+):(\d+)$/D', $own, $part) ? [$part[1], $part[2], (int) $part[3]] : [$own[0], '', null];
    }

    public static function of(string $letter, string $step, int $control): string
    {
        return "{$letter}{$step}:{$control}";
    }

    /** PHP for the owner of what a step begins for the control at hand. */
    public static function code(string $letter, string $step): string
    {
        return "'{$letter}{$step}:'.\$ctl";
    }
}
