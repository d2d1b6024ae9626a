<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\Literal;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * A number that rules can store and read.
 *
 *     memory octave = 0
 */
final readonly class Memory
{
    /** Largest number kept; beyond it a memory stays at the end of its range. */
    public const LARGEST = 1_000_000_000;

    /** Names that mean something else in expressions. A memory may be called index; it hides that of the message. */
    public const RESERVED = [
        'channel',
        'key',
        'velocity',
        'release',
        'number',
        'value',
        'program',
        'bend',
        'pressure',
        'scene',
        'and',
        'or',
        'not',
        'min',
        'max',
        'abs',
        'clamp',
    ];

    private function __construct(public Token $name, public Literal $start)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a memory name');
        if (\in_array($name->text, self::RESERVED, true)) {
            throw new RulebookError($name->span, 'reserved-name', "\"{$name->text}\" already means something in expressions; choose another name");
        }
        $cursor->expect('=');
        $start = $cursor->integer('a number', -self::LARGEST, self::LARGEST);
        $cursor->expectEnd();

        return new self($name, $start);
    }

    public function print(): string
    {
        return "memory {$this->name->text} = {$this->start->text}";
    }
}
