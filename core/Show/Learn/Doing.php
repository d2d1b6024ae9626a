<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\Behaviour;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/** The steps by which a control does something. */
final class Doing
{
    /**
     * @param bool $isPressed whether the control is pressed rather than moved
     * @param bool $hasPress whether its message tells a press from letting go, so that `press` has to say which is meant
     *
     * @return list<string>
     *
     * @throws RulebookError where a control of this sort cannot do that
     */
    public static function steps(RigAnalysis $analysis, LearnTarget $target, bool $isPressed, bool $hasPress): array
    {
        $press = $hasPress ? ['press'] : [];
        if (!$isPressed && !\in_array($target->what, [LearnTarget::PARAMETER, LearnTarget::PLAY], true)) {
            throw new RulebookError(
                new Span(1, 1),
                'not-a-switch',
                'a control that is moved cannot '.
                    ('scene' === $target->what ? 'choose a scene' : 'do that').
                    '; choose a parameter for it, or press a switch',
            );
        }

        return match ($target->what) {
            LearnTarget::PROGRAM => [...$press, "recall {$target->unit} \"{$target->title}\""],
            LearnTarget::SCENE => [...$press, "go \"{$target->title}\""],
            LearnTarget::GO => [...$press, 'go '.self::where($target->title)],
            LearnTarget::TAP, LearnTarget::START, LearnTarget::STOP => [...$press, "{$target->what} {$target->title}"],
            LearnTarget::STACK => [...$press, "do {$target->title}"],
            LearnTarget::PLAY => ["play {$target->unit}"],
            default => self::turn($analysis, $target, $isPressed, $press),
        };
    }

    /** What it does, for the title of a rule. */
    public static function words(LearnTarget $target): string
    {
        return match ($target->what) {
            LearnTarget::TAP => "tap {$target->title}",
            LearnTarget::START => "start {$target->title}",
            LearnTarget::STOP => "stop {$target->title}",
            LearnTarget::PLAY => "play {$target->unit}",
            LearnTarget::GO => "go {$target->title}",
            default => trim("{$target->unit} {$target->title}"),
        };
    }

    /** @throws RulebookError */
    private static function where(string $title): string
    {
        return 1 === preg_match('/^(?:(?:next|previous)(?: song)?|song [1-9]\d{0,3})$/D', $title)
            ? $title
            : throw new RulebookError(new Span(1, 1), 'no-such-place', 'a switch goes to the next or previous scene or song, or to a song by its place');
    }

    /**
     * @param list<string> $press
     *
     * @return list<string>
     */
    private static function turn(RigAnalysis $analysis, LearnTarget $target, bool $isPressed, array $press): array
    {
        $parameter = $analysis->setup->box($target->unit ?? '')?->parameter($target->title);
        if ($isPressed && Behaviour::Toggles === $parameter?->behaviour) {
            return [...$press, "turn {$target->unit} \"{$target->title}\" to {$parameter->raw->high}"];
        }

        return ["turn {$target->unit} \"{$target->title}\"".($isPressed && 2 === \count($parameter->named ?? []) ? ' to other' : '')];
    }
}
