<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Finding\Subject\LineOfRules;
use ZigzagPost\Core\Finding\Subject\Subject;

/** Rules send a number that moves nothing. */
final readonly class NumberNobodyHears extends RigFact
{
    public const CODE = 'number-nobody-hears';

    /**
     * @param list<string> $units that hear there
     * @param list<string> $known numbers that they hear, with the parameters that these move
     * @param string|null $was the parameter that had this number as the unit comes
     */
    public function __construct(
        public int $line,
        public string $kind,
        public int $number,
        public int $channel,
        public string $port,
        public array $units,
        public array $known,
        public ?string $was,
    ) {
    }

    public function subject(): Subject
    {
        return new LineOfRules($this->line);
    }

    public function text(): string
    {
        $instead = match (true) {
            null !== $this->was => "had it for “{$this->was}” as it comes, and has another now",
            [] === $this->known => 'hears none by number',
            default => 'hears '.implode(', ', \array_slice($this->known, 0, 6)).(\count($this->known) > 6 ? ' and others' : ''),
        };

        return "{$this->kind} {$this->number} on channel {$this->channel} of {$this->port} moves nothing: ".
            implode(', ', $this->units).
            " {$instead}. Name the parameter instead of its number, and the rule follows the plan";
    }
}
