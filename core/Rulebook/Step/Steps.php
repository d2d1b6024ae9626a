<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Cursor;
use ZigzagPost\Core\Rulebook\RulebookError;
use ZigzagPost\Core\Rulebook\Token;

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
    ];

    /** Steps of the language that this version cannot run. */
    private const NOT_BUILT = ['spread', 'flatten', 'fan', 'tap', 'follow', 'start', 'stop', 'tempo', 'divide', 'multiply'];

    /** @return list<string> */
    public static function keywords(): array
    {
        return array_keys(self::CLASSES);
    }

    public static function isKeyword(Token $token): bool
    {
        return $token->is(...self::keywords(), ...self::NOT_BUILT);
    }

    public static function parse(Cursor $cursor): Step
    {
        $keyword = $cursor->next();
        if ($keyword->is(...self::NOT_BUILT)) {
            throw new RulebookError($keyword->span, 'not-built', "\"{$keyword->text}\" belongs to the language, but this version cannot run it yet; remove the line or put # before it");
        }
        $class = self::CLASSES[$keyword->text];

        return $class::parse($cursor, $keyword->span);
    }
}
