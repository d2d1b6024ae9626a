<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding;

use ZigzagPost\Core\Finding\Fact\RigFact;
use ZigzagPost\Core\Rig\Document\Rest;

/** A fact about a rig, what follows from it, and the change that puts it right where there is one. */
final readonly class RigFinding
{
    /** @param list<RigFact> $consequences */
    public function __construct(public RigFact $fact, public ?RigFix $fix = null, public array $consequences = [])
    {
    }

    public function fixedBy(?RigFix $fix): self
    {
        return new self($this->fact, $fix, $this->consequences);
    }

    /** @param list<RigFact> $consequences */
    public function with(array $consequences): self
    {
        return new self($this->fact, $this->fix, [...$this->consequences, ...$consequences]);
    }

    /** By what somebody puts it to rest: its kind, what it is about, and all that belongs to it. When one of these changes, it wakes. */
    public function key(): string
    {
        return $this->keyWith(json_encode($this->fact->identity(), \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_PRESERVE_ZERO_FRACTION | \JSON_THROW_ON_ERROR));
    }

    /**
     * By what it was put to rest, if it was. Until November 2026 that was its wording.
     *
     * @param list<Rest> $rests
     */
    public function restAmong(array $rests): ?Rest
    {
        $keys = [$this->key(), $this->keyWith($this->fact->formerly())];
        foreach ($rests as $rest) {
            if (\in_array($rest->cause, $keys, true)) {
                return $rest;
            }
        }

        return null;
    }

    /** The line that the command prints. */
    public function print(string $file): string
    {
        $fact = $this->fact;
        $line = $fact->line();
        $place = null === $line ? $fact->subject()->words() : "line {$line}";
        $job = $fact->job();

        return "{$file}: {$place}: {$fact->severity()->value}: {$fact->code()}: {$fact->text()}".(null === $job ? '' : " [{$job}]");
    }

    private function keyWith(string $what): string
    {
        return "{$this->fact->code()}: {$this->fact->subject()->words()}: ".substr(hash('sha256', $what), 0, 8);
    }
}
