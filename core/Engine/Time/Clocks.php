<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Time;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Midi\Tempo;
use ZigzagPost\Core\Number\Exact;
use ZigzagPost\Core\Number\Rejected;

/**
 * Clocks made here: 24 clock messages a beat, pulses, and tap presses whenever the tempo changes.
 *
 * Ticks fall on exact multiples of the interval counted from the last start or tempo change, rounded to the microsecond. A
 * clock's state is plain data: `base` is the time of the tick numbered `first`, `ticks` the number of the next one and
 * `pulses` those of the next pulses. Of each clock one tick, and one pulse of each kind, stands in the queue.
 *
 * @phpstan-type ClockState array{beat: Beat, isRunning: bool, base: int, first: int, ticks: int, pulses: array<int, int>,
 *     lastTick: int, lastPulses: array<int, int>, taps: list<int>, lastTap: int|null, clocks: list<int>, lastClock: int|null}
 *
 * @phpstan-import-type Beat from Tempo
 * @phpstan-import-type Fraction from Exact
 */
final class Clocks
{
    /** What a clock sends belongs to no rule. */
    private const NO_RULE = -1;

    public const TICKS = 24;
    private const PULSE_US = 5000;

    /** @param string $with the message that says so: start, or continue */
    public static function start(Run $run, string $clock, int $t, string $with = "\xFA"): void
    {
        foreach ($run->book->clock($clock)->sends as $port) {
            $run->emit($t, $port, $with);
        }
        $state = self::state($run, $clock);
        $state['isRunning'] = true;
        $state['base'] = $t;
        $state['first'] = 0;
        $state['ticks'] = 0;
        $state['pulses'] = [];
        $run->state->clocks[$clock] = $state;
        self::tick($run, $t, $clock);
        foreach (array_keys($run->book->clock($clock)->pulses) as $which) {
            self::pulse($run, $t, $clock, $which);
        }
    }

    public static function stop(Run $run, string $clock, int $t): void
    {
        $state = self::state($run, $clock);
        if (!$state['isRunning']) {
            return;
        }
        $state['isRunning'] = false;
        $run->state->clocks[$clock] = $state;
        $run->queue->cancel(self::tickKey($clock));
        foreach (array_keys($run->book->clock($clock)->pulses) as $which) {
            $run->queue->cancel(self::pulseKey($clock, $which));
        }
        foreach ($run->book->clock($clock)->sends as $port) {
            $run->emit($t, $port, "\xFC");
        }
    }

    /**
     * Another tempo from now on. Where changes come so fast that a tick or pulse would be put off for ever, it goes out.
     *
     * @param int|float|Fraction $tempo beats a minute
     *
     * @throws Rejected
     */
    public static function tempo(Run $run, string $clock, int $t, int|float|array $tempo): void
    {
        self::setBeat($run, $clock, $t, self::beat($tempo));
    }

    /**
     * The same for the length of a beat.
     *
     * @param Beat $beat in microseconds
     */
    public static function setBeat(Run $run, string $clock, int $t, array $beat): void
    {
        $state = self::state($run, $clock);
        $old = $state['beat'];
        if (self::same($beat, $old)) {
            return;
        }
        $state['beat'] = $beat;
        $state['base'] = $t;
        $state['first'] = 0;
        $state['ticks'] = $t - $state['lastTick'] >= max(self::after($old, self::TICKS), self::after($beat, self::TICKS)) ? 0 : 1;
        foreach ($run->book->clock((string) $clock)->pulses as $which => $plan) {
            $state['pulses'][$which] =
                $t - ($state['lastPulses'][$which] ?? $t) >= max(self::after($old, $plan->perBeat), self::after($beat, $plan->perBeat)) ? 0 : 1;
        }
        self::reschedule($run, $clock, $state, $t);
        self::tell($run, $clock, $t, $beat);
    }

    /**
     * Keeps step with an incoming clock message: the tick nearest to it is at this time.
     *
     * @param Beat $beat length of a beat in microseconds
     */
    public static function align(Run $run, string $clock, int $t, array $beat): void
    {
        $state = self::state($run, $clock);
        $isLate = 2 * ($t - $state['lastTick']) > self::after($beat, self::TICKS);
        $state['beat'] = $beat;
        $state['base'] = $t;
        $state['first'] = $isLate ? $state['ticks'] : $state['ticks'] - 1;
        self::reschedule($run, $clock, $state, $t);
    }

    /**
     * Lets ticks and pulses that fell due before a time be, as after a long silence; the phase stays.
     *
     * @return array<string, int> clock messages left out, by clock
     */
    public static function skip(Run $run, int $t): array
    {
        $skipped = [];
        foreach ($run->state->clocks as $clock => $state) {
            $first = self::firstFrom($state, $t, self::TICKS);
            if (!$state['isRunning'] || $first <= $state['ticks']) {
                continue;
            }
            $skipped[$clock] = $first - $state['ticks'];
            $state['ticks'] = $first;
            foreach ($run->book->clock((string) $clock)->pulses as $which => $plan) {
                $state['pulses'][$which] = max($state['pulses'][$which] ?? 0, self::firstFrom($state, $t, $plan->perBeat));
            }
            self::reschedule($run, (string) $clock, $state, 0);
        }

        return $skipped;
    }

    /** Goes on with a clock as another rulebook left it. */
    public static function resume(Run $run, string $clock, int $t): void
    {
        $state = self::state($run, $clock);
        $state['pulses'] = [];
        foreach ($run->book->clock((string) $clock)->pulses as $which => $plan) {
            $state['pulses'][$which] = self::firstFrom($state, $t, $plan->perBeat);
        }
        self::reschedule($run, $clock, $state, $t);
    }

    /** A clock message is due. */
    public static function tick(Run $run, int $t, string $clock): void
    {
        $state = self::state($run, $clock);
        foreach ($run->book->clock($clock)->sends as $port) {
            $run->emit($t, $port, "\xF8");
        }
        ++$state['ticks'];
        $state['lastTick'] = $t;
        $run->state->clocks[$clock] = $state;
        self::scheduleTick($run, $clock, $state, 0);
    }

    /** A pulse is due. */
    public static function pulse(Run $run, int $t, string $clock, int $which): void
    {
        $state = self::state($run, $clock);
        $plan = $run->book->clock($clock)->pulses[$which];
        foreach ($plan->ports as $port) {
            $run->pulse($t, $port, self::PULSE_US);
        }
        $state['pulses'][$which] = ($state['pulses'][$which] ?? 0) + 1;
        $state['lastPulses'][$which] = $t;
        $run->state->clocks[$clock] = $state;
        self::schedulePulse($run, $clock, $state, $which, $plan->perBeat, 0);
    }

    /** A tap press is due. */
    public static function press(Run $run, int $t, string $clock, int $which): void
    {
        $run->callLater($t, ["tap_{$clock}_{$which}", 0, 0, 0, 0, self::NO_RULE, '', 0, 'tap', 0]);
    }

    /**
     * Tap presses at beat distance; they take the place of those that an earlier tempo left to do.
     *
     * @param Beat $beat
     */
    public static function tell(Run $run, string $clock, int $t, array $beat): void
    {
        foreach ($run->book->clock($clock)->taps as $which => $presses) {
            for ($i = 0; $i < $presses; ++$i) {
                $run->later($t + Exact::round($i * $beat[0], $beat[1]), 'tap', [$clock, $which], "tap {$clock} {$which} {$i}");
            }
        }
    }

    /**
     * The length of a beat in microseconds at a tempo, brought into the range of tempos.
     *
     * @param int|float|Fraction $tempo beats a minute
     *
     * @return Beat
     *
     * @throws Rejected
     */
    public static function beat(int|float|array $tempo): array
    {
        $beat = Exact::divide(60_000_000, Exact::max(Tempo::SLOWEST, Exact::min($tempo, Tempo::FASTEST)));

        return \is_array($beat) ? [(int) $beat[0], (int) $beat[1]] : [$beat, 1];
    }

    /**
     * @param Beat $a
     * @param Beat $b
     */
    public static function same(array $a, array $b): bool
    {
        return $a[0] * $b[1] === $b[0] * $a[1];
    }

    /** @return list<array{name: string, bpm: float, isRunning: bool, beatAtUs: int}> what each does now; a beat falls on `beatAtUs` */
    public static function view(Run $run): array
    {
        return array_map(static function (string $name) use ($run): array {
            $state = self::state($run, $name);
            [$us, $parts] = $state['beat'];

            return [
                'name' => $name,
                'bpm' => round((60e6 * $parts) / $us, 1),
                'isRunning' => $state['isRunning'],
                'beatAtUs' => (int) round($state['base'] - ($state['first'] * $us) / $parts / self::TICKS),
            ];
        }, $run->book->clocks());
    }

    /** @return ClockState */
    public static function state(Run $run, string $clock): array
    {
        return $run->state->clocks[$clock] ?? [
            'beat' => $run->book->clock($clock)->beatUs,
            'isRunning' => false,
            'base' => 0,
            'first' => 0,
            'ticks' => 0,
            'pulses' => [],
            'lastTick' => 0,
            'lastPulses' => [],
            'taps' => [],
            'lastTap' => null,
            'clocks' => [],
            'lastClock' => null,
        ];
    }

    /**
     * Puts ticks and pulses where they belong now.
     *
     * @param ClockState $state
     */
    private static function reschedule(Run $run, string $clock, array $state, int $t): void
    {
        $run->state->clocks[$clock] = $state;
        if (!$state['isRunning']) {
            return;
        }
        self::scheduleTick($run, $clock, $state, $t);
        foreach ($run->book->clock((string) $clock)->pulses as $which => $plan) {
            self::schedulePulse($run, $clock, $state, $which, $plan->perBeat, $t);
        }
    }

    /** @param ClockState $state */
    private static function scheduleTick(Run $run, string $clock, array $state, int $earliest): void
    {
        $run->queue->add(max($earliest, self::timeOf($state, $state['ticks'], self::TICKS)), 'tick', [$clock], null, null, self::tickKey($clock));
    }

    /** @param ClockState $state */
    private static function schedulePulse(Run $run, string $clock, array $state, int $which, int $perBeat, int $earliest): void
    {
        $run->queue->add(
            max($earliest, self::timeOf($state, $state['pulses'][$which] ?? 0, $perBeat)),
            'pulse',
            [$clock, $which],
            null,
            null,
            self::pulseKey($clock, $which),
        );
    }

    private static function tickKey(string $clock): string
    {
        return "tick {$clock}";
    }

    private static function pulseKey(string $clock, int $which): string
    {
        return "pulse {$clock} {$which}";
    }

    /**
     * When the tick or pulse of a number is due.
     *
     * @param ClockState $state
     */
    private static function timeOf(array $state, int $number, int $perBeat): int
    {
        [$us, $over] = $state['beat'];

        return $state['base'] + Exact::round($us * (self::TICKS * $number - $perBeat * $state['first']), $over * self::TICKS * $perBeat);
    }

    /**
     * Number of the first tick or pulse that is due at a time or later.
     *
     * @param ClockState $state
     */
    private static function firstFrom(array $state, int $t, int $perBeat): int
    {
        [$us, $over] = $state['beat'];
        $number = intdiv($perBeat * $state['first'], self::TICKS) + (int) floor((($t - $state['base']) * $over * $perBeat) / $us) - 2;
        while (self::timeOf($state, $number, $perBeat) < $t) {
            ++$number;
        }

        return $number;
    }

    /**
     * The time between two of so many a beat, in microseconds.
     *
     * @param Beat $beat
     */
    private static function after(array $beat, int $perBeat): int
    {
        return Exact::round($beat[0], $perBeat * $beat[1]);
    }
}
