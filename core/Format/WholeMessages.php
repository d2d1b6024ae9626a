<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

use ZigzagPost\Core\Midi\Decoder;

/** Cuts streams of bytes into whole messages, one event each; what cannot be decoded is left out and counted. */
final class WholeMessages
{
    /** @var array<string, int> number of faults by kind */
    public array $faults = [];

    /**
     * @param iterable<Event> $events
     *
     * @return \Generator<int, Event>
     */
    public function of(iterable $events): \Generator
    {
        /** @var array<string, Decoder> $decoders */
        $decoders = [];
        foreach ($events as $event) {
            if (null !== $event->pulseUs) {
                yield $event;
                continue;
            }
            $decoder = $decoders[$event->port] ??= new Decoder();
            foreach ($decoder->feed($event->bytes, $this->faults) as $message) {
                yield new Event($event->timeUs, $event->port, $message);
            }
        }
        foreach ($decoders as $decoder) {
            $decoder->end($this->faults);
        }
    }
}
