<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Documents\DocumentName;

/** A part of the manifest, read with names and kinds; each mistake says where it is. */
final readonly class Entry
{
    /** Versions that are counted; one more has to fit as well. */
    private const MOST = 1_000_000_000;

    /** @param array<mixed> $members */
    private function __construct(private array $members, private string $fileName, public string $place)
    {
    }

    /** @throws BadDocument */
    public static function of(mixed $members, string $fileName, string $place): self
    {
        return \is_array($members) ? new self($members, $fileName, $place) : throw BadDocument::at($fileName, $place, 'this should be an object');
    }

    /**
     * @return list<self>
     *
     * @throws BadDocument
     */
    public function list(string $name): array
    {
        $list = $this->members[$name] ?? [];
        if (!\is_array($list) || !array_is_list($list)) {
            throw $this->wrong($name, 'this should be a list');
        }

        return array_map(
            fn (mixed $each, int $index): self => self::of($each, $this->fileName, "{$this->place}.{$name}[{$index}]"),
            $list,
            array_keys($list),
        );
    }

    /** @throws BadDocument */
    public function entryOrNull(string $name): ?self
    {
        return isset($this->members[$name]) ? self::of($this->members[$name], $this->fileName, "{$this->place}.{$name}") : null;
    }

    public function has(string $name): bool
    {
        return true === ($this->members[$name] ?? null);
    }

    /** @return array<string, int|string>|null what lists show of a document: numbers and texts by name */
    public function summary(): ?array
    {
        $summary = $this->members['summary'] ?? null;
        if (!\is_array($summary) || \count($summary) > 20) {
            return null;
        }
        $kept = [];
        foreach ($summary as $name => $value) {
            if (1 !== preg_match('/^[a-zA-Z]{1,40}$/D', (string) $name) || (!\is_int($value) && (!\is_string($value) || \strlen($value) > 200))) {
                return null;
            }
            $kept[(string) $name] = $value;
        }

        return $kept;
    }

    /** @throws BadDocument */
    public function text(string $name, string $pattern): string
    {
        $text = $this->members[$name] ?? null;

        return \is_string($text) && 1 === @preg_match($pattern, $text)
            ? $text
            : throw $this->wrong($name, 'this is missing, or not the text that belongs here');
    }

    /**
     * A name of a document or of somebody: nothing is hidden in it.
     *
     * @throws BadDocument
     */
    public function name(string $name, int $least, int $most): string
    {
        $text = $this->text($name, "/^.{{$least},{$most}}$/Dsu");

        return DocumentName::isPlain($text) ? $text : throw $this->wrong($name, 'there are control characters or direction marks in this name');
    }

    /** @throws BadDocument */
    public function number(string $name): int
    {
        $number = $this->members[$name] ?? null;

        return \is_int($number) && $number > 0 && $number <= self::MOST
            ? $number
            : throw $this->wrong($name, 'this should be a whole number from 1 to '.self::MOST);
    }

    /** @throws BadDocument */
    public function time(string $name): \DateTimeImmutable
    {
        $text = \is_string($this->members[$name] ?? null) ? $this->members[$name] : '';
        $time = \DateTimeImmutable::createFromFormat(\DateTimeInterface::ATOM, $text);
        // 31 February reads as a day in March, which is another text.
        $isThere =
            false !== $time
            && \in_array($text, [$time->format(\DateTimeInterface::ATOM), $time->format('Y-m-d\TH:i:s\Z')], true)
            && (int) $time->format('Y') >= 1970;

        return $isThere ? $time : throw $this->wrong($name, 'this should be a time that there is, such as 2026-11-25T20:15:00+00:00');
    }

    private function wrong(string $name, string $why): BadDocument
    {
        return BadDocument::at($this->fileName, "{$this->place}.{$name}", $why);
    }
}
