<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Midi\OnWire;
use ZigzagPost\Core\Midi\SerialWire;
use ZigzagPost\Core\Rulebook\Code\Sending;

/**
 * What one stack or scene change sends, as it goes over the wires, and which devices lose what arrives, and until when: a device is
 * deaf from the last byte of its program on. What is done right before and after can be one of several things, and the worst of them
 * counts; so does the worst phase of a clock on the wire.
 */
final class Deafness
{
    /** @var list<Leaving> */
    private array $sent = [];
    /** @var array<string, list<int>> places of what is sent, by device */
    private array $places = [];
    private int $nowUs = 0;
    /** @var array<int, list<int>> when each has arrived whole, by what was before */
    private array $arrivals = [];

    /**
     * @param ClocksOnPorts $clocks which clock bytes go between
     * @param non-empty-list<Neighbours> $ways what may be sent right before and right after
     * @param self|null $whole the same stack or scene change, as far as it is known from a look before
     */
    public function __construct(
        private readonly ClocksOnPorts $clocks,
        private readonly array $ways = [new Neighbours()],
        private readonly ?self $whole = null,
    ) {
    }

    /**
     * Something is sent for a device, which is deaf after it where its program is called.
     *
     * @param list<Sending> $sendings
     * @param string $device empty for none that is named
     */
    public function sends(array $sendings, string $device = '', int $deafUs = 0): void
    {
        foreach ($sendings as $index => $sending) {
            $this->leaves(
                new Leaving(
                    $sending->port,
                    $sending->bytes,
                    $this->nowUs + $sending->afterUs,
                    $device,
                    $index === \count($sendings) - 1 ? $deafUs : 0,
                ),
            );
        }
    }

    public function leaves(Leaving $leaving): void
    {
        $this->places[$leaving->device][] = \count($this->sent);
        $this->sent[] = $leaving;
        $this->arrivals = [];
    }

    /** @return list<Leaving> */
    public function sent(): array
    {
        return $this->sent;
    }

    /** When the steps are done, in microseconds from the beginning. */
    public function nowUs(): int
    {
        return $this->nowUs;
    }

    /** What follows is done at that time. */
    public function at(int $us): void
    {
        $this->nowUs = $us;
    }

    /** How long something for a device waits, in microseconds from where the steps are: until it hears, and for what was to get there before. */
    public function untilUs(string $device): int
    {
        $until = $this->nowUs;
        foreach ('' === $device ? [] : $this->ways as $way => $neighbours) {
            foreach ($neighbours->before as $place => $leaving) {
                $until = $leaving->device === $device ? max($until, $this->endUs($leaving, $way, $place)) : $until;
            }
            foreach ($this->places[$device] ?? [] as $place) {
                $until = max($until, $this->endUs($this->sent[$place], $way, $place + \count($neighbours->before)));
            }
        }

        return $until - $this->nowUs;
    }

    /** When a device can hear what follows, by the look before, which knew all of it; without one by what is known so far. */
    private function endUs(Leaving $leaving, int $way, int $place): int
    {
        return 0 === $leaving->deafUs ? $leaving->atUs : $leaving->deafUs + ($this->whole ?? $this)->arrivals($way)[$place];
    }

    /** Whether some device is deaf meanwhile. */
    public function deafens(): bool
    {
        return [] !==
            array_filter(array_merge($this->sent, ...array_column($this->ways, 'before')), static fn (Leaving $leaving): bool => $leaving->deafUs > 0);
    }

    /** Whether all of it leaves as in another look at the same. */
    public function equals(self $other): bool
    {
        return $this->sent == $other->sent; // equal values, not the same objects
    }

    /**
     * Whether what was sent since is this, and no more.
     *
     * @param list<Leaving> $leavings from the beginning on
     */
    public function hasSentSince(int $place, int $nowUs, array $leavings): bool
    {
        // equal values, not the same objects
        return \array_slice($this->sent, $place) == array_map(static fn (Leaving $leaving): Leaving => $leaving->later($nowUs), $leavings);
    }

    /** @return list<int> when each has arrived whole, first what was before in this way, in microseconds from the beginning */
    private function arrivals(int $way): array
    {
        if (isset($this->arrivals[$way])) {
            return $this->arrivals[$way];
        }
        $byPort = [];
        foreach ([...$this->ways[$way]->before, ...$this->sent, ...$this->ways[$way]->after] as $place => $leaving) {
            $byPort[$leaving->port][$place] = new OnWire($leaving->atUs, $leaving->bytes);
        }
        $arrivals = [];
        foreach ($byPort as $port => $messages) {
            uasort($messages, static fn (OnWire $one, OnWire $other): int => $one->timeUs <=> $other->timeUs); // stable: in the order sent
            $places = array_keys($messages);
            foreach ($this->worst(array_values($messages), $this->clocks->distanceUs((string) $port)) as $index => $us) {
                $arrivals[$places[$index]] = $us;
            }
        }
        ksort($arrivals);

        return $this->arrivals[$way] = array_values($arrivals);
    }

    /**
     * Each message is latest where a clock byte has just begun as the bytes before it began to leave, whichever these are.
     *
     * @param list<OnWire> $messages
     *
     * @return list<int> microseconds
     */
    private function worst(array $messages, ?int $clockUs): array
    {
        $worst = SerialWire::arrivals($messages, $clockUs);
        foreach (null === $clockUs ? [] : array_unique(array_map(static fn (OnWire $message): int => $message->timeUs, $messages)) as $us) {
            $worst = array_map(
                static fn (int $one, int $other): int => max($one, $other),
                $worst,
                SerialWire::arrivals($messages, $clockUs, $us % $clockUs),
            );
        }

        return $worst;
    }
}
