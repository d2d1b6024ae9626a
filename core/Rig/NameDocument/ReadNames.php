<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\NameDocument;

/** What a name document knows, as a chart. */
final readonly class ReadNames
{
    /**
     * @param array<string, mixed> $chart JSON of a chart
     * @param list<string> $notes what of the document is not in it
     */
    public function __construct(public array $chart, public array $notes)
    {
    }
}
