<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** A unit, or something of it: a setting, a control, a plug, its clock. */
final readonly class OneUnit implements Subject
{
    public function __construct(public string $unit, public string $of = '')
    {
    }

    public function words(): string
    {
        return rtrim("unit {$this->unit} {$this->of}");
    }
}
