<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** A rulebook as far as it could be read, and what could not. */
final readonly class ReadRulebook
{
    /** @param list<RulebookError> $errors */
    public function __construct(public Rulebook $book, public array $errors)
    {
    }
}
