<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\EventWriter;

/**
 * Runs a recording through an engine, from the first event until nothing is pending any more.
 *
 * @phpstan-import-type TraceRecord from Trace
 */
final readonly class TapeRun
{
    private ?HeldTrace $held;

    /** @param (\Closure(TraceRecord): void)|null $traceTo receives a record for each incoming message */
    public function __construct(private Engine $engine, private EventWriter $writer, ?\Closure $traceTo = null)
    {
        $this->held = null === $traceTo ? null : new HeldTrace($traceTo);
    }

    /**
     * @param iterable<Event> $events at in ports of the rulebook, by time
     * @param int|null $untilUs time to run to and no further; null to run until nothing is pending
     */
    public function run(iterable $events, ?int $untilUs = null): void
    {
        foreach ($events as $event) {
            if (null !== $untilUs && $event->timeUs > $untilUs) {
                break;
            }
            $port = $this->engine->book->inPort($event->port);
            if (null !== $port && null === $event->pulseUs) {
                $this->engine->feed($event->timeUs, $port, $event->bytes);
                $this->pass();
            }
        }
        if (null !== $untilUs) {
            $this->engine->advance($untilUs);
        } else {
            while (null !== ($due = $this->nextDue())) {
                $this->engine->advance($due);
                $this->pass();
            }
            $this->engine->finish();
        }
        $this->pass();
        $this->held?->finish();
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
