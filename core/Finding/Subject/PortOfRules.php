<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** A port of the rulebook. */
final readonly class PortOfRules implements Subject
{
    public function __construct(public string $port)
    {
    }

    public function words(): string
    {
        return "port {$this->port}";
    }
}
