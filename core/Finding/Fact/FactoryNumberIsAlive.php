<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\SeveralUnits;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Controls that nobody has given a number, on a unit whose other controls have theirs, move something with those of the factory. */
final readonly class FactoryNumberIsAlive extends RigFact
{
    public const SEVERITY = Severity::Hint;
    public const CODE = 'factory-number-alive';

    /** @param non-empty-array<int|string, string> $moved parameters with their units, in words, by control */
    public function __construct(public string $unit, public array $moved)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, "\"{$this->first()}\"");
    }

    public function text(): string
    {
        $words = [];
        foreach ($this->moved as $control => $moved) {
            $words[] = "\"{$control}\" moves {$moved}";
        }

        return "some controls of {$this->unit} send what the factory gave them, and nobody asked for it: ".SeveralUnits::and($words);
    }

    public function job(): string
    {
        return 'clear them, or give them numbers that nobody understands';
    }

    private function first(): string
    {
        return (string) array_key_first($this->moved);
    }
}
