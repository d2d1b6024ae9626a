<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** A device and something of it, as a rule would name them. */
final class Names
{
    /** @return array{Token, Token} */
    public static function of(Device $box, string $title): array
    {
        return [new Token(TokenType::Word, $box->name, new Span(1, 1), true), new Token(TokenType::Text, $title, new Span(1, 1), true)];
    }
}
