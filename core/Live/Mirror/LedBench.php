<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Mirror;

use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Live\Course;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;
use ZigzagPost\Core\Live\Overdue;
use ZigzagPost\Core\Live\Ports;
use ZigzagPost\Core\World\Bench;

/**
 * A bench led by the journal of a player, as {@see Course} leads an engine: it shows every message of the real devices, and what stands for each
 * of them stands as the device does.
 */
final readonly class LedBench
{
    /** @param \Closure(string): PlayedRules $rules finds rules by the name under which a journal names them */
    public function __construct(public Bench $bench, private Ports $ports, private \Closure $rules)
    {
    }

    /** @return list<string> names of ports, by the numbers that the journal gives them */
    public function ports(): array
    {
        return $this->ports->names;
    }

    public function take(Entry $entry): void
    {
        $port = $this->ports->names[$entry->port] ?? '';
        match ($entry->sort) {
            EntrySort::Came => $this->bench->feed($entry->timeUs, $port, $entry->text),
            EntrySort::Gone => $this->bench->endStream($entry->timeUs, $port),
            EntrySort::Panic => $this->bench->panic($entry->timeUs),
            EntrySort::Scene => $this->bench->go($entry->number, $entry->timeUs),
            EntrySort::Song => $this->bench->goToSong($entry->number, $entry->timeUs),
            EntrySort::Restore => $this->bench->restore($entry->timeUs, $entry->text),
            EntrySort::Due => $this->bench->advance($entry->timeUs),
            EntrySort::Late => $this->standStill($entry),
            EntrySort::Rules => $this->change($entry),
            EntrySort::Sent => $this->bench->left($port, $entry->number),
            EntrySort::Connected => $this->connect(explode("\n", $entry->text)),
            EntrySort::KeptBack => $this->bench->transit()?->done($port, $entry->number),
            default => null,
        };
    }

    private function standStill(Entry $entry): void
    {
        $stoodUs = Milliseconds::parse($entry->text) ?? $this->bench->nowUs();
        $this->bench->standStill($stoodUs, static fn (Engine $engine) => Overdue::leaveOut($engine, max($entry->timeUs, $engine->state->now)));
    }

    /** @param list<string> $names see {@see EntrySort::Connected} */
    private function connect(array $names): void
    {
        $bare = static fn (string $name): string => ltrim($name, '+');
        $new = array_filter($names, static fn (string $name): bool => str_starts_with($name, '+'));
        $this->bench->transit()?->connect(array_map($bare, $names), array_map($bare, array_values($new)));
    }

    private function change(Entry $entry): void
    {
        $this->bench->advance($entry->timeUs);
        $rules = ($this->rules)($entry->text);
        $this->bench->change($rules->book, $rules->patch);
        $this->ports->take($rules->book);
    }
}
