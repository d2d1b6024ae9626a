<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Where a control stands on its surface, from the top left. */
final readonly class GridPlace
{
    public function __construct(public int $row, public int $column)
    {
    }
}
