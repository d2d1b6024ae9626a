<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** What leaves at one place gets to units on two ways. */
final readonly class TwoWays extends RigFact
{
    public const CODE = 'double-way';

    /** @param non-empty-list<string> $units */
    public function __construct(public string $stream, public array $units)
    {
    }

    public function subject(): Subject
    {
        return new SeveralUnits($this->units);
    }

    public function text(): string
    {
        return "what leaves {$this->stream} reaches ".
            implode(', ', $this->units).
            ' on two ways, and plays twice; take one of the ways out, or ignore this where it is wanted';
    }

    public function formerly(): string
    {
        return "what leaves at {$this->stream} gets to ".
            implode(', ', $this->units).
            ' on two ways, so that it plays twice; say that this is wanted, or take one way out';
    }
}
