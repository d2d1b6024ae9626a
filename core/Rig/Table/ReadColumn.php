<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** A column: what stands over it, and what it was taken for. */
final readonly class ReadColumn
{
    public function __construct(public int $index, public string $heading, public Holds $holds)
    {
    }
}
