<?php

declare(strict_types=1);

namespace App\Rig;

/** In which column and row a unit stands on a picture for paper, both from 0. */
final readonly class PaperPlace
{
    public function __construct(public int $column, public int $row)
    {
    }
}
