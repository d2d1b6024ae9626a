<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/** The names of the fields that a step can change. */
final class FieldName
{
    private const NAMES = ['channel', 'key', 'velocity', 'release', 'number', 'value', 'program', 'bend', 'pressure'];

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): Token
    {
        return $cursor->expect(...self::NAMES);
    }

    /** @return list<Fact> what can be said of a step that changes a field */
    public static function facts(Token $field): array
    {
        return match ($field->text) {
            'release' => [Fact::ChangesMessage, Fact::SetsRelease],
            'channel', 'key', 'number' => [Fact::ChangesMessage],
            default => [Fact::ChangesMessage, Fact::MakesValue],
        };
    }
}
