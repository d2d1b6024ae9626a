<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A chain of hardware thrus that is too long. */
final readonly class ManyThrus extends RigFact
{
    public const CODE = 'many-thrus';

    /** @param string $unit the first behind it that is too far */
    public function __construct(public string $unit, public string $stream, public int $thrus)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit);
    }

    public function text(): string
    {
        return "{$this->thrus} hardware thrus in a row stand between {$this->stream} and {$this->unit}; more than three wear the signal down";
    }

    public function formerly(): string
    {
        return "{$this->thrus} hardware thrus stand between {$this->stream} and {$this->unit}; more than three in a row wear the signal down";
    }

    public function job(): string
    {
        return 'use a hub in place of the chain';
    }
}
