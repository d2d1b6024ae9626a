<?php

declare(strict_types=1);

namespace App\Bench;

/** A part of the black box that is kept. */
final readonly class BoxMark
{
    /** @param int $atUs when it begins, in the time of the bench */
    public function __construct(public int $number, public int $atUs)
    {
    }
}
