<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Declaration;

use ZigzagPost\Core\Rulebook\Text\Cursor;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Token;

/**
 * Keeps the lamps of a device true, without a rule.
 *
 *     lamps treadle
 */
final readonly class Lamps
{
    private function __construct(public Token $name)
    {
    }

    /** @throws RulebookError */
    public static function parse(Cursor $cursor): self
    {
        $name = $cursor->name('the name of a device');
        $cursor->expectEnd();

        return new self($name);
    }

    public function print(): string
    {
        return "lamps {$this->name->text}";
    }
}
