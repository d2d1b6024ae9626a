<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** What went out, and what units did of it. */
final readonly class ToldOutput
{
    /** @param array<string, string> $did in words, by unit */
    public function __construct(public Output $output, public array $did)
    {
    }
}
