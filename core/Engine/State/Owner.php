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
    public const POSTED = 'p';
    /** Waits to be posted. */
    private const POSTED_LATER = 'a';
    /** Made below `press` by a rule that is gone. */
    public const PRESSED = 'k';

    public static function parts(string $own): OwnerParts
    {
        return 1 === preg_match('/^([a-z])(\d+\.\d+):(\d+)$/D', $own, $part)
            ? new OwnerParts($part[1], $part[2], (int) $part[3])
            : new OwnerParts($own[0]);
    }

    /** What a rule posts, and how many things were made before. */
    public static function posted(int $rule, int $made): string
    {
        return self::POSTED."{$rule}:{$made}";
    }

    /** PHP for the owner of what is posted later. */
    public static function postedLaterCode(string $rulePhp): string
    {
        return "'".self::POSTED_LATER."'.({$rulePhp}).':0'";
    }

    public static function isPostedLater(string $own): bool
    {
        return self::POSTED_LATER === $own[0];
    }

    /** Position of the rule that began something; null where no rule is told. */
    public static function rule(string $own): ?int
    {
        return 1 === preg_match('/^[lmgpa](\d+)(?:\.\d+)?:/', $own, $match) ? (int) $match[1] : null;
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
