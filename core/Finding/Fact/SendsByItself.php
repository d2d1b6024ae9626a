<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A unit sends something by itself that no rule asks for. */
final readonly class SendsByItself extends RigFact
{
    public const CODE = 'default-alive';

    public function __construct(public string $unit, public string $what, public ?string $setting)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->unit, $this->setting ?? $this->what);
    }

    public function text(): string
    {
        return "{$this->unit} sends {$this->what} by itself, and no rule uses it".(null === $this->setting ? '; it cannot be switched off' : '');
    }

    public function formerly(): string
    {
        return "{$this->unit} sends {$this->what}, and no rule asks for it".(null === $this->setting ? '; it cannot be switched off' : '');
    }
}
