<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

/**
 * A clock made here, and where it goes.
 *
 *     clock lead
 *       tempo 104
 *       send treadle
 */
final class ClockDeclaration
{
    private function __construct(public readonly Token $name)
    {
    }

    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a clock name');
        $cursor->expectEnd();
        throw new RulebookError($name->span, 'not-built', 'clocks belong to the language, but this version cannot run them yet; remove the clock or put # before its lines');
    }

    public function print(): string
    {
        return "clock {$this->name->text}";
    }

    public function line(Cursor $cursor): string
    {
        throw RulebookError::expected($cursor->peek(), ['tempo', 'send', 'pulse', 'taps']);
    }
}
