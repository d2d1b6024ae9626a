<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rewriting;

/** What a title would be called with another chart, and why that; null where nothing fits. */
final readonly class SwapMatch
{
    public function __construct(public ?string $to, public string $why)
    {
    }
}
