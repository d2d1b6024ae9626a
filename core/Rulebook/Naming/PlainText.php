<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

/** A rulebook without names of devices, and what cannot be said so. */
final readonly class PlainText
{
    /** @param list<UnsaidLine> $unsaid */
    public function __construct(public string $text, public array $unsaid)
    {
    }
}
