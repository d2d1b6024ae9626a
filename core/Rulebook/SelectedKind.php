<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\Token;

/** A kind of message as a selector names it, with the numbers that it asks for: `cc 20..23`. */
final readonly class SelectedKind
{
    public function __construct(public Token $word, public ?NumberList $numbers)
    {
    }

    public function print(): string
    {
        return $this->word->text.(null === $this->numbers ? '' : ' '.$this->numbers->print());
    }
}
