<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table\Doubt;

/** The ends of a range stand in two units of one measure. */
final readonly class EndsInOneUnit implements Doubt
{
    public function __construct(public string $unit)
    {
    }

    public function text(): string
    {
        return "both ends were read in {$this->unit}";
    }
}
