<?php

declare(strict_types=1);

namespace App\Command;

/** What a command has computed, and how it ends. */
final readonly class Computed
{
    /**
     * @param list<string> $lines as they are printed
     * @param mixed $json the same as JSON
     */
    public function __construct(public array $lines, public mixed $json, public int $status)
    {
    }
}
