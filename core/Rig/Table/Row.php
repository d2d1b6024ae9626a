<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** One row of a table: its cells, and the line that it begins on. */
final readonly class Row
{
    /** @param list<string> $cells trimmed */
    public function __construct(public int $line, public array $cells)
    {
    }

    public function cell(?int $column): string
    {
        return null === $column ? '' : $this->cells[$column] ?? '';
    }

    /** @return array<int, string> cells that are not empty, by column */
    public function filled(): array
    {
        return array_filter($this->cells, static fn (string $cell): bool => '' !== $cell);
    }
}
