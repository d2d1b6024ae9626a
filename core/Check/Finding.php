<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Text\Span;

/** Something about a rulebook that its writer should know. */
final readonly class Finding
{
    /** @param list<Fix> $fixes */
    private function __construct(
        public Severity $severity,
        /** A word that names the kind of finding, such as `unknown-port`. */
        public string $code,
        public Span $span,
        public string $text,
        public array $fixes,
    ) {
    }

    public static function error(string $code, Span $span, string $text, Fix ...$fixes): self
    {
        return new self(Severity::Error, $code, $span, $text, array_values($fixes));
    }

    public static function warning(string $code, Span $span, string $text, Fix ...$fixes): self
    {
        return new self(Severity::Warning, $code, $span, $text, array_values($fixes));
    }

    public static function hint(string $code, Span $span, string $text, Fix ...$fixes): self
    {
        return new self(Severity::Hint, $code, $span, $text, array_values($fixes));
    }

    /** The line that `bin/zigzag check` prints. */
    public function print(string $file): string
    {
        return "{$file}:{$this->span->line}:{$this->span->column}: {$this->severity->value}: {$this->code}: {$this->text}";
    }
}
