<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;

/** A change of the text that puts a finding right. Its edits do not overlap and refer to the text as it was. */
final readonly class Fix
{
    /** @param list<Edit> $edits */
    public function __construct(public string $title, public array $edits)
    {
    }

    public function apply(string $text): string
    {
        return Edit::apply($this->edits, $text);
    }
}
