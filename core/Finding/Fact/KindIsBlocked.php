<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Fact;

use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Finding\Subject\OneUnit;
use ZigzagPost\Core\Finding\Subject\Subject;

/** A box on the way does not pass on a kind of message that rules send. */
final readonly class KindIsBlocked extends RigFact
{
    public const SEVERITY = Severity::Error;
    public const CODE = 'kind-blocked';

    /**
     * @param list<string> $kinds
     * @param list<string> $to units that rules send it to
     * @param list<string> $from units that send it to rules
     * @param int $line the first that needs it
     */
    public function __construct(public string $by, public array $kinds, public array $to, public array $from, public int $line)
    {
    }

    public function subject(): Subject
    {
        return new OneUnit($this->by, 'blocks');
    }

    public function text(): string
    {
        $ends = [
            ...[] === $this->to ? [] : ['to '.implode(', ', $this->to)],
            ...[] === $this->from ? [] : ['from '.implode(', ', $this->from).' to the post'],
        ];

        return "{$this->by} blocks ".implode(', ', $this->kinds).', and there is no other way '.implode(', nor ', $ends);
    }

    public function formerly(): string
    {
        $ends = [
            ...[] === $this->to ? [] : ['to '.implode(', ', $this->to)],
            ...[] === $this->from ? [] : ['from '.implode(', ', $this->from).' to the post'],
        ];

        return "{$this->by} does not pass on ".implode(', ', $this->kinds).', and there is no other way '.implode(', nor ', $ends);
    }

    public function job(): string
    {
        return 'lay another lead, or use another kind of message there';
    }

    public function line(): int
    {
        return $this->line;
    }
}
