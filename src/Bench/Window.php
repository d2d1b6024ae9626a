<?php

declare(strict_types=1);

namespace App\Bench;

/** A window on a bench: what has been heard of it, and what it has still to be told. Each numbers its own gestures and requests. */
final class Window
{
    /** Name of one that gives none. */
    public const NAMELESS = '';
    /** Messages kept for a window that does not ask; of more the latest are. */
    private const MOST_RECORDS = 2000;

    /** Number of its latest gesture that counted. */
    public int $heard = 0;
    /** Number of its latest request, and what was answered, in case the answer got lost. */
    public int $request = 0;
    public string $answer = '';
    /** Name of the rules that it knows. */
    public string $book = '';
    /** @var array<string, string> what it knows of each part, as a sum of it, so that only differences are sent */
    public array $sent = [];
    /** @var list<array<string, mixed>> records of messages that other windows played */
    public array $records = [];
    /** @var list<array<string, mixed>> what left later of messages that are known */
    public array $late = [];
    /** @var list<array{timeUs: int, port: string, bytes: string}> what came in */
    public array $came = [];
    /** @var list<int> what was taken back of what was to leave later */
    public array $replaced = [];
    /** @var list<string> */
    public array $told = [];
    /** Messages that it is not told any more. */
    public int $leftOut = 0;

    public static function isName(string $name): bool
    {
        return 1 === preg_match('/^[0-9a-z]{8,32}$/D', $name);
    }

    /** Keeps news for it until it asks. */
    public function owe(BenchNews $news): void
    {
        $this->records = [...$this->records, ...$news->records];
        $this->late = [...$this->late, ...$news->late];
        $this->came = [...$this->came, ...$news->came];
        $this->replaced = [...$this->replaced, ...$news->replaced];
        $this->told = \array_slice([...$this->told, ...$news->told], -20);
        $this->leftOut += max(0, \count($this->records) - self::MOST_RECORDS) + max(0, \count($this->late) - self::MOST_RECORDS);
        [$this->records, $this->late, $this->came, $this->replaced] = [
            \array_slice($this->records, -self::MOST_RECORDS),
            \array_slice($this->late, -self::MOST_RECORDS),
            \array_slice($this->came, -self::MOST_RECORDS),
            \array_slice($this->replaced, -self::MOST_RECORDS),
        ];
    }

    /** What it is owed, and what has just happened; nothing is owed then. */
    public function take(BenchNews $news): BenchNews
    {
        $this->owe($news);
        $told = 0 === $this->leftOut ? $this->told : [...$this->told, "so much happened at once that {$this->leftOut} messages are not shown"];
        $all = new BenchNews($this->records, $this->late, $this->came, $this->replaced, $told);
        $this->forget();

        return $all;
    }

    public function forget(): void
    {
        $this->records = $this->late = $this->came = $this->replaced = $this->told = [];
        $this->leftOut = 0;
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        /** @var array<string, mixed> */
        return get_object_vars($this);
    }

    /** @param array<mixed> $saved what save() gave */
    public static function of(array $saved): self
    {
        $window = new self();
        foreach (array_intersect_key($saved, get_object_vars($window)) as $name => $value) {
            $window->{$name} = $value; // @phpstan-ignore property.dynamicName
        }

        return $window;
    }
}
