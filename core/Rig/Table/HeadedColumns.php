<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** What headings say that columns hold, and the first row below them. */
final readonly class HeadedColumns
{
    /** @param array<int, Holds> $holds */
    public function __construct(public array $holds, public int $firstRow)
    {
    }
}
