<?php

declare(strict_types=1);

namespace App\Rig;

/** A place on a picture for paper. */
final readonly class PaperPoint
{
    public function __construct(public float $x, public float $y)
    {
    }
}
