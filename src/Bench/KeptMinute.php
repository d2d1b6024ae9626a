<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\World\Capture;

/** A minute out of the black box. */
final readonly class KeptMinute
{
    /** @param string $book name of the compiled book */
    public function __construct(public string $book, public Capture $minute)
    {
    }
}
