<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/**
 * Gathers the events of each port in a stream of its own, as files with tracks need it.
 *
 * The streams spill to disk, so that long recordings do not fill the memory. Times become ticks of 1/960 quarter note at
 * 120 beats a minute, which keeps them within 0.27 ms.
 */
final class TickTracks
{
    public const TICKS_PER_QUARTER = 960;
    public const US_PER_QUARTER = 500_000;

    /** @var array<string, array{stream: resource, tick: int}> */
    private array $tracks = [];

    /**
     * @param list<string> $ports ports that get a track even when nothing happens there
     *
     * @throws WriteFailed
     */
    public function __construct(array $ports)
    {
        foreach ($ports as $port) {
            $this->open($port);
        }
    }

    /**
     * Adds text to a port's track.
     *
     * @param callable(int, int): string $encode given the tick and the ticks since the event before
     *
     * @throws WriteFailed
     */
    public function add(string $port, int $timeUs, callable $encode): void
    {
        if (!isset($this->tracks[$port])) {
            $this->open($port);
        }
        $tick = intdiv(2 * $timeUs * self::TICKS_PER_QUARTER + self::US_PER_QUARTER, 2 * self::US_PER_QUARTER);
        Sink::put($this->tracks[$port]['stream'], $encode($tick, $tick - $this->tracks[$port]['tick']));
        $this->tracks[$port]['tick'] = $tick;
    }

    /** @return list<string> */
    public function ports(): array
    {
        return array_map(strval(...), array_keys($this->tracks));
    }

    public function lastTick(string $port): int
    {
        return $this->tracks[$port]['tick'];
    }

    public function length(string $port): int
    {
        return (int) ftell($this->tracks[$port]['stream']);
    }

    /**
     * @param resource $into
     *
     * @throws WriteFailed
     */
    public function copy(string $port, $into): void
    {
        Sink::copy($this->tracks[$port]['stream'], $into);
    }

    /** @throws WriteFailed */
    private function open(string $port): void
    {
        $this->tracks[$port] = ['stream' => Sink::temporary(), 'tick' => 0];
    }
}
