<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** A parameter of a unit. */
final readonly class ParameterOfUnit implements Subject
{
    public function __construct(public string $unit, public string $title)
    {
    }

    public function words(): string
    {
        return "parameter {$this->unit} \"{$this->title}\"";
    }
}
