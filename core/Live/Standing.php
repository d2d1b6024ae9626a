<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Live\Journal\Entry;
use ZigzagPost\Core\Live\Journal\EntrySort;

/**
 * How a live run stands by its journal: the engine, what sources hold, what waits at out ports and what sounds there.
 *
 * It is led on by entries, as when a player is started again; the player itself begins from one.
 */
final class Standing
{
    /** Time of the last entry. */
    public int $timeUs = 0;
    /** @var array<int, int> how many messages each out port was given */
    public array $numbers = [];
    /** @var array<int, array<int, Waiting>> by out port and number, what was neither sent nor kept back */
    public array $waiting = [];
    /** @var array<int, int> by out port, the number of the message whose first byte was about to be handed over */
    public array $begun = [];
    /** @var array<int, AtPort> by out port */
    public array $at = [];
    /** @var array<int, Holding> by in port */
    public array $holdings = [];

    /** @param array<string, true> $outlets names of out ports at which something is connected: what is made for others waits nowhere */
    public function __construct(public readonly Course $course, private array $outlets)
    {
    }

    public function take(Entry $entry): void
    {
        $this->timeUs = max($this->timeUs, $entry->timeUs);
        if ($entry->sort->isDeed()) {
            $this->hold($entry);
            $this->course->do($entry);
            $this->distribute();

            return;
        }
        $message = $this->waiting[$entry->port][$entry->number] ?? null;
        switch ($entry->sort) {
            case EntrySort::Begun:
                $this->begun[$entry->port] = $entry->number;
                break;
            case EntrySort::Sent:
                null === $message ?: $this->at($entry->port)->left($message->bytes);
                // no break
            case EntrySort::KeptBack:
                unset($this->waiting[$entry->port][$entry->number]);
                if (($this->begun[$entry->port] ?? 0) === $entry->number) {
                    unset($this->begun[$entry->port]);
                }
                break;
            case EntrySort::Owed:
                $this->at($entry->port)->left($entry->text);
                break;
            case EntrySort::Connected:
                $this->connect(explode("\n", $entry->text));
                break;
            default:
                break;
        }
    }

    /** @param list<string> $names see {@see EntrySort::Connected} */
    private function connect(array $names): void
    {
        $this->outlets = [];
        foreach ($names as $name) {
            $this->outlets[ltrim($name, '+')] = true;
            if (str_starts_with($name, '+')) {
                $this->leave($this->course->ports->number(ltrim($name, '+')));
            }
        }
        foreach (array_keys($this->waiting) as $port) {
            isset($this->outlets[$this->course->ports->names[$port]]) ?: $this->leave($port);
        }
    }

    /** Nothing waits and nothing sounds at a port at which nobody has heard anything. */
    private function leave(?int $port): void
    {
        unset($this->waiting[$port], $this->begun[$port], $this->at[$port]);
    }

    /** Puts what the rules have made to what waits. */
    public function distribute(): void
    {
        foreach ($this->course->take() as $made) {
            $number = $this->numbers[$made->port] = ($this->numbers[$made->port] ?? 0) + 1;
            if (isset($this->outlets[$this->course->ports->names[$made->port]]) && '' !== $made->bytes) {
                $this->waiting[$made->port][$number] = new Waiting($number, $made->timeUs, $made->bytes);
            }
        }
    }

    private function at(int $port): AtPort
    {
        return $this->at[$port] ??= new AtPort();
    }

    private function hold(Entry $entry): void
    {
        if (EntrySort::Came === $entry->sort) {
            ($this->holdings[$entry->port] ??= new Holding())->hear($entry->text);
        } elseif (EntrySort::Gone === $entry->sort) {
            $this->holdings[$entry->port] = new Holding();
        }
    }
}
