<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

enum TokenType
{
    case Word;
    case Number;
    case KeyName;
    case Duration;
    case Text;
    case Sign;
    /** Letters and digits that are nothing by themselves; hexadecimal bytes are made of them. */
    case Scrap;
    case End;
}
