<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Change;

use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/**
 * A rule that is made rather than written.
 *
 *     RuleText::of('Storm')->from('treadle')->take('cc 82')->step('press')->step('do storm')->print()
 */
final readonly class RuleText
{
    /** @param list<string> $lines below the heading */
    private function __construct(private string $title, private array $lines)
    {
    }

    /** @param string $title without double quotes and line breaks; those are left out */
    public static function of(string $title): self
    {
        return new self(trim((string) preg_replace('/["\r\n]+/', ' ', $title)), []);
    }

    public function from(string ...$ports): self
    {
        return $this->line('from '.implode(', ', $ports));
    }

    /** @param string $selector what stands behind `take` */
    public function take(string $selector): self
    {
        return $this->line("take {$selector}");
    }

    public function copy(string $selector): self
    {
        return $this->line("copy {$selector}");
    }

    public function step(string $step): self
    {
        return $this->line($step);
    }

    /**
     * Its canonical form.
     *
     * @throws RulebookError when a line cannot be read
     */
    public function print(): string
    {
        $text = "rule \"{$this->title}\"\n".implode('', array_map(static fn (string $line): string => "  {$line}\n", $this->lines));
        $errors = Source::of($text)->errors;
        if ([] !== $errors) {
            throw $errors[0];
        }

        return Printer::print(Source::of($text)->book);
    }

    private function line(string $line): self
    {
        return new self($this->title, [...$this->lines, strtr($line, "\r\n", '  ')]);
    }
}
