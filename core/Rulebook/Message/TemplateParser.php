<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Message;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Reads the messages that `become` and `post` can make. */
final class TemplateParser
{
    /** Kinds of message that can be made. */
    public const WORDS = ['note', ...NumberedTemplate::WORDS, ...ValueTemplate::WORDS, ...SystemTemplate::WORDS, 'sysex'];

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): Template
    {
        $word = $cursor->expect(...self::WORDS);
        $kind = Kind::from($word->text);

        return match (true) {
            Kind::Note === $kind => NoteTemplate::parse($cursor, $word->span),
            Kind::Sysex === $kind => SysexTemplate::parse($cursor, $word->span),
            $word->is(...NumberedTemplate::WORDS) => NumberedTemplate::parse($cursor, $word->span, $kind),
            $word->is(...ValueTemplate::WORDS) => ValueTemplate::parse($cursor, $word->span, $kind),
            default => new SystemTemplate($word->span, $kind),
        };
    }

    /** @throws RulebookError */
    public static function channel(Cursor $cursor): ?Expression
    {
        return null !== $cursor->accept('channel') ? ExpressionParser::parse($cursor) : null;
    }
}
