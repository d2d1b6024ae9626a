<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** An output of a supply, or a group of them that shares a limit. */
final readonly class OutputOfSupply implements Subject
{
    public function __construct(public string $output)
    {
    }

    public function words(): string
    {
        return "supply {$this->output}";
    }
}
