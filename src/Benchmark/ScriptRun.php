<?php

declare(strict_types=1);

namespace App\Benchmark;

/** What a script did. */
final readonly class ScriptRun
{
    /**
     * @param float $seconds without starting up
     * @param string $bytes all that went out
     */
    public function __construct(public float $seconds, public string $bytes)
    {
    }
}
