<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Change\BookChange;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Scenes\Scenes;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;

/**
 * An engine led by the entries of a journal. The same entries make the same bytes, in the player, in the watcher and when a recording is run.
 */
final class Course
{
    public readonly Ports $ports;

    /** @var list<string> what changes of rulebook could not keep, not yet taken */
    private array $lost = [];
    /** @var list<Made> what earlier rules made, not yet taken */
    private array $before = [];

    /**
     * @param \Closure(string): CompiledBook $books finds a rulebook by the name under which a change names it
     * @param list<string> $names ports by number, where the run goes on
     * @param string $rules the name under which the present rulebook is found
     */
    public function __construct(public Engine $engine, private readonly \Closure $books, array $names = [], public string $rules = '')
    {
        $this->ports = new Ports($engine->book, $names);
    }

    /** @return bool false where the rulebook has no such port, scene, song or unit, so that nothing was done */
    public function do(Entry $entry): bool
    {
        $engine = $this->engine;
        $timeUs = max($entry->timeUs, $engine->state->now);
        if (EntrySort::Late === $entry->sort) {
            // Up to there everything had been done before it stood still.
            $engine->advance(Milliseconds::parse($entry->text) ?? $engine->state->now);
            Overdue::leaveOut($engine, $timeUs);

            return true;
        }
        $port = $this->ports->in[$entry->port] ?? null;
        if (EntrySort::Came === $entry->sort && null !== $port) {
            $engine->feed($timeUs, $port, $entry->text);

            return true;
        }
        $engine->advance($timeUs);
        switch ($entry->sort) {
            case EntrySort::Panic:
                $engine->panic($timeUs);
                break;
            case EntrySort::Gone:
                null === $port ?: $engine->endStream($port);

                return null !== $port;
            case EntrySort::Scene:
                return Scenes::go($engine->run, $entry->number, $timeUs);
            case EntrySort::Song:
                return Scenes::goToSong($engine->run, $entry->number, $timeUs);
            case EntrySort::Restore:
                return $engine->restore($timeUs, $entry->text);
            case EntrySort::Rules:
                $this->change(($this->books)($entry->text));
                $this->rules = $entry->text;
                break;
            default:
                return EntrySort::Came !== $entry->sort;
        }

        return true;
    }

    /** @return list<Made> what the rules have made since the last call, by time */
    public function take(): array
    {
        $made = $this->before;
        $this->before = [];
        $out = $this->ports->out;
        foreach ($this->engine->take() as $each) {
            $made[] = new Made($each[0], $out[$each[1]], $each[2], $each[3] ?? null);
        }

        return $made;
    }

    /** @return list<string> what changes of rulebook could not keep, since the last call */
    public function takeLost(): array
    {
        $lost = $this->lost;
        $this->lost = [];

        return $lost;
    }

    private function change(CompiledBook $book): void
    {
        $change = BookChange::of($this->engine, $book);
        $this->before = $this->take();
        $this->engine = $change->engine;
        $this->ports->take($book);
        array_push($this->lost, ...$change->lost);
    }
}
