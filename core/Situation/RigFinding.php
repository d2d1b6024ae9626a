<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Check\Severity;

/** Something about a rig that its people should know: one cause, what follows from it, and a fix or a job. */
final readonly class RigFinding
{
    /**
     * @param string $code a word that names the kind of finding
     * @param string $cause what it is about, stable as long as that does not change: "lead tilt", "unit moths channel"
     * @param list<string> $consequences
     */
    private function __construct(
        public Severity $severity,
        public string $code,
        public string $cause,
        public string $text,
        public ?RigFix $fix,
        public ?string $job,
        public array $consequences = [],
        public ?int $line = null,
        public ?NamedUnit $about = null,
    ) {
    }

    /** The same, about a unit that the rules name in that line. */
    public function about(?NamedUnit $unit): self
    {
        return new self($this->severity, $this->code, $this->cause, $this->text, $this->fix, $this->job, $this->consequences, $this->line, $unit);
    }

    public static function error(string $code, string $cause, string $text, ?RigFix $fix = null, ?string $job = null, ?int $line = null): self
    {
        return new self(Severity::Error, $code, $cause, $text, $fix, $job, [], $line);
    }

    public static function warning(string $code, string $cause, string $text, ?RigFix $fix = null, ?string $job = null, ?int $line = null): self
    {
        return new self(Severity::Warning, $code, $cause, $text, $fix, $job, [], $line);
    }

    public static function hint(string $code, string $cause, string $text, ?RigFix $fix = null, ?string $job = null, ?int $line = null): self
    {
        return new self(Severity::Hint, $code, $cause, $text, $fix, $job, [], $line);
    }

    public static function ofLine(Severity $severity, string $code, int $line, string $text): self
    {
        return new self($severity, $code, "line {$line}", $text, null, null, [], $line);
    }

    public function fixedBy(?RigFix $fix): self
    {
        return new self($this->severity, $this->code, $this->cause, $this->text, $fix, $this->job, $this->consequences, $this->line, $this->about);
    }

    /** @param list<string> $consequences */
    public function with(array $consequences): self
    {
        return new self($this->severity, $this->code, $this->cause, $this->text, $this->fix, $this->job, [...$this->consequences, ...$consequences], $this->line, $this->about);
    }

    /** By what somebody puts it to rest: another cause wakes it. */
    public function key(): string
    {
        return "{$this->code}: {$this->cause}: ".substr(hash('sha256', $this->text), 0, 8);
    }

    /** The line that the command prints. */
    public function print(string $file): string
    {
        $place = null === $this->line ? $this->cause : "line {$this->line}";

        return "{$file}: {$place}: {$this->severity->value}: {$this->code}: {$this->text}".(null === $this->job ? '' : " [{$this->job}]");
    }
}
