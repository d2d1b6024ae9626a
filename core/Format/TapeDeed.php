<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/**
 * What a person or the host did, on the tape of a live run: `MILLISECONDS !WORD DETAILS`, and below it lines of its own that begin with `|`.
 *
 *     2500.000 !scene 2
 *     4000.125 !kept-back drive 17 thinned B0 07 10
 */
final readonly class TapeDeed
{
    /** @param list<string> $lines */
    public function __construct(public int $timeUs, public string $word, public string $details = '', public array $lines = [])
    {
    }

    /** Null where a line is no such deed. */
    public static function of(string $text): ?self
    {
        if (1 !== preg_match('/^(\S+)[ \t]+!([a-z][a-z-]*)(?:[ \t]+(.*))?$/Ds', $text, $part)) {
            return null;
        }
        $timeUs = Milliseconds::parse($part[1]);

        return null === $timeUs ? null : new self($timeUs, $part[2], $part[3] ?? '');
    }

    public function with(string $line): self
    {
        return new self($this->timeUs, $this->word, $this->details, [...$this->lines, $line]);
    }

    public function text(): string
    {
        $lines = implode('', array_map(static fn (string $line): string => "|{$line}\n", $this->lines));

        return Milliseconds::format($this->timeUs)." !{$this->word}".('' === $this->details ? '' : " {$this->details}")."\n{$lines}";
    }
}
