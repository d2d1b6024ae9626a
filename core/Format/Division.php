<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** How a Standard MIDI File counts time: ticks a quarter note, or ticks a SMPTE frame (RP-001, header chunk). */
final readonly class Division
{
    /** Length of a quarter note until a tempo is set: 120 beats a minute. */
    public const DEFAULT_US_PER_QUARTER = 500_000;

    private function __construct(
        public int $word,
        public bool $isSmpte,
        /** Ticks a quarter note; with SMPTE, ticks in {@see $secondsPerUnit} seconds. */
        private int $ticks,
        private int $secondsPerUnit,
    ) {
    }

    public static function ticksPerQuarter(int $ticks): self
    {
        return new self($ticks, false, $ticks, 0);
    }

    /** The 16-bit division word of a header, or null when it means nothing. */
    public static function ofWord(int $word): ?self
    {
        if ($word < 0x8000) {
            return $word > 0 ? self::ticksPerQuarter($word) : null;
        }
        $ticksPerFrame = $word & 0xFF;
        $ticksIn = match (0x100 - ($word >> 8)) {
            24 => [24, 1],
            25 => [25, 1],
            29 => [30000, 1001],
            30 => [30, 1],
            default => null,
        };

        return null === $ticksIn || 0 === $ticksPerFrame ? null : new self($word, true, $ticksIn[0] * $ticksPerFrame, $ticksIn[1]);
    }

    /**
     * Times of ascending ticks in microseconds, through a tempo map.
     *
     * @param list<TempoChange> $tempoMap ascending
     *
     * @return \Closure(int): int
     */
    public function clock(array $tempoMap): \Closure
    {
        if ($this->isSmpte) {
            return fn (int $tick): int => self::whole($tick * 1_000_000 * $this->secondsPerUnit / $this->ticks);
        }
        $next = 0;
        $usPerQuarter = self::DEFAULT_US_PER_QUARTER;
        $fromTick = 0;
        $elapsed = 0; // in microseconds times ticks a quarter, so that it stays exact

        return function (int $tick) use (&$next, &$usPerQuarter, &$fromTick, &$elapsed, $tempoMap): int {
            while ($next < \count($tempoMap) && $tempoMap[$next]->tick <= $tick) {
                $elapsed += ($tempoMap[$next]->tick - $fromTick) * $usPerQuarter;
                [$fromTick, $usPerQuarter] = [$tempoMap[$next]->tick, $tempoMap[$next]->usPerQuarter];
                ++$next;
            }

            return self::whole(($elapsed + ($tick - $fromTick) * $usPerQuarter) / $this->ticks);
        };
    }

    /** Rounded; what is later than any time stays later. */
    private static function whole(int|float $us): int
    {
        return (int) min(round($us), Milliseconds::LATEST_US + 1);
    }
}
