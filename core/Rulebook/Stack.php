<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Steps that need no message at hand, done one after the other by `do`.
 *
 *     stack storm
 *       post program 3 channel 7 to drive
 *       delay 20ms
 *       post cc 74 value 100 to drive
 */
final class Stack
{
    /** @var list<Step> */
    public array $steps = [];

    private function __construct(public readonly Token $name)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('a stack name');
        $cursor->expectEnd();

        return new self($name);
    }

    public function print(): string
    {
        return "stack {$this->name->text}";
    }
}
