<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Message;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\ExpressionParser;
use ZigzagPost\Core\Rulebook\Text\Cursor;

/** Reads the messages that `become` and `post` can make. */
final class TemplateParser
{
    public static function parse(Cursor $cursor): Template
    {
        $word = $cursor->expect('note', ...NumberedTemplate::WORDS, ...ValueTemplate::WORDS, ...SystemTemplate::WORDS, ...['sysex']);
        $kind = Kind::from($word->text);

        return match (true) {
            Kind::Note === $kind => NoteTemplate::parse($cursor, $word->span),
            Kind::Sysex === $kind => SysexTemplate::parse($cursor, $word->span),
            $word->is(...NumberedTemplate::WORDS) => NumberedTemplate::parse($cursor, $word->span, $kind),
            $word->is(...ValueTemplate::WORDS) => ValueTemplate::parse($cursor, $word->span, $kind),
            default => new SystemTemplate($word->span, $kind),
        };
    }

    public static function channel(Cursor $cursor): ?Expression
    {
        return null !== $cursor->accept('channel') ? ExpressionParser::parse($cursor) : null;
    }
}
