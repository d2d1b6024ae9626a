<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\PortOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A port of the rulebook into which no lead is plugged. */
final readonly class PortHasNoLead extends RigFact
{
    public const CODE = 'port-without-lead';

    public function __construct(public string $port)
    {
    }

    public function subject(): Subject
    {
        return new PortOfRules($this->port);
    }

    public function text(): string
    {
        return "nothing is plugged into port {$this->port} of the rules";
    }

    public function formerly(): string
    {
        return "nothing is plugged into the port {$this->port} of the rulebook";
    }

    public function job(): string
    {
        return 'lay the lead';
    }
}
