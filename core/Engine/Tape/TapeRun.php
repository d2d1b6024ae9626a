<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Tape;

use ZigzagPost\Core\Engine\Change\BookChange;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Trace\HeldTrace;
use ZigzagPost\Core\Engine\Trace\Trace;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\EventWriter;
use ZigzagPost\Core\Format\Milliseconds;
use ZigzagPost\Core\Format\WriteFailed;

/**
 * Runs a recording through an engine, from the first event until nothing is pending any more.
 *
 * @phpstan-import-type TraceRecord from Trace
 */
final class TapeRun
{
    /** @var list<string> what changes of rulebook could not keep, with their times */
    public array $lost = [];

    private readonly ?HeldTrace $held;

    /**
     * @param (\Closure(TraceRecord): void)|null $traceTo receives a record for each incoming message
     * @param list<LaterBook> $changes in order
     */
    public function __construct(public Engine $engine, private readonly EventWriter $writer, ?\Closure $traceTo = null, private array $changes = [])
    {
        $this->held = null === $traceTo ? null : new HeldTrace($traceTo);
    }

    /**
     * Writes what goes out, to the end.
     *
     * @param iterable<Event> $events at in ports of the rulebook, by time
     * @param int|null $untilUs time to run to and no further; null to run until nothing is pending
     *
     * @throws WriteFailed
     */
    public function run(iterable $events, ?int $untilUs = null): void
    {
        foreach ($events as $event) {
            if (null !== $untilUs && $event->timeUs > $untilUs) {
                break;
            }
            $this->changeUpTo($event->timeUs);
            $port = $this->engine->book->inPort($event->port);
            if (null !== $port && null === $event->pulseUs) {
                $this->engine->feed($event->timeUs, $port, $event->bytes);
                $this->pass();
            }
        }
        if (null !== $untilUs) {
            $this->changeUpTo($untilUs);
            $this->engine->advance($untilUs);
        } else {
            $this->runOut();
            $this->engine->finish();
        }
        $this->pass();
        $this->held?->finish();
        $this->writer->finish();
    }

    private function runOut(): void
    {
        while (null !== ($due = $this->nextDue()) || [] !== $this->changes) {
            $change = $this->changes[0]->fromUs ?? \PHP_INT_MAX;
            if ($change <= ($due ?? \PHP_INT_MAX)) {
                $this->changeUpTo($change);
            } else {
                $this->engine->advance((int) $due);
            }
            $this->pass();
        }
    }

    /** Goes on with the rulebooks whose time has come. */
    private function changeUpTo(int $timeUs): void
    {
        while ([] !== $this->changes && $this->changes[0]->fromUs <= $timeUs) {
            $later = array_shift($this->changes);
            $this->engine->advance($later->fromUs);
            $change = BookChange::of($this->engine, $later->book);
            $this->pass();
            $this->engine = $change->engine;
            foreach ($change->lost as $lost) {
                $this->lost[] = Milliseconds::format($later->fromUs)." {$later->name}: {$lost}";
            }
        }
    }

    /** Time of the next thing due after the last event; clocks are not, whoever starts them. */
    private function nextDue(): ?int
    {
        $this->engine->endClocks();

        return $this->engine->nextDue();
    }

    private function pass(): void
    {
        $ports = $this->engine->book->ports();
        foreach ($this->engine->take() as $made) {
            $this->writer->write(new Event($made[0], $ports[$made[1]], $made[2], $made[3] ?? null));
        }
        if (null !== $this->engine->trace) {
            $this->held?->take($this->engine->trace, $this->engine->state->now);
        }
    }
}
