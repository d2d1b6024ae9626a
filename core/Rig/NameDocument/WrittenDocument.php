<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\NameDocument;

/** A chart as a name document. */
final readonly class WrittenDocument
{
    /** @param list<string> $lost what of the chart is not in it */
    public function __construct(public string $xml, public array $lost)
    {
    }
}
