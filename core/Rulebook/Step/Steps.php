<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/** The list of all steps. A new step is a class and a line here. */
final class Steps
{
    private const CLASSES = [
        'set' => SetStep::class,
        'scale' => ScaleStep::class,
        'map' => MapStep::class,
        'become' => BecomeStep::class,
        'only' => OnlyStep::class,
        'press' => PressStep::class,
        'toggle' => ToggleStep::class,
        'send' => SendStep::class,
        'post' => PostStep::class,
        'remember' => RememberStep::class,
        'drop' => DropStep::class,
        'thin' => ThinStep::class,
        'deadband' => DeadbandStep::class,
        'delay' => DelayStep::class,
        'gate' => GateStep::class,
        'go' => GoStep::class,
        'mirror' => MirrorStep::class,
        'panic' => PanicStep::class,
        'spread' => SpreadStep::class,
        'flatten' => FlattenStep::class,
        'fan' => FanOutStep::class,
        'tap' => TapStep::class,
        'follow' => FollowStep::class,
        'start' => StartStep::class,
        'stop' => StopStep::class,
        'tempo' => TempoStep::class,
        'divide' => DivideStep::class,
        'multiply' => MultiplyStep::class,
        'choose' => ChooseStep::class,
        'do' => DoStep::class,
        'release' => ReleaseStep::class,
        'turn' => TurnStep::class,
        'recall' => RecallStep::class,
        'play' => PlayStep::class,
        'light' => LightStep::class,
        'restore' => RestoreStep::class,
    ];

    /** @return list<string> */
    public static function keywords(): array
    {
        return array_keys(self::CLASSES);
    }

    /** @return array<string, class-string<Step>> by their keywords */
    public static function classes(): array
    {
        return self::CLASSES;
    }

    /** The word that a step begins with. */
    public static function keyword(Step $step): string
    {
        return (string) array_search($step::class, self::CLASSES, true);
    }

    public static function isKeyword(Token $token): bool
    {
        return $token->is(...self::keywords());
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): Step
    {
        $keyword = $cursor->next();
        $class = self::CLASSES[$keyword->text];

        return $class::parse($cursor, $keyword->span);
    }
}
