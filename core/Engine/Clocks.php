<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\ClockDeclaration;
use ZigzagPost\Core\Rulebook\Expression\Exact;

/**
 * Clocks made here: 24 clock messages a beat, pulses, and tap presses whenever the tempo changes.
 *
 * Ticks fall on exact multiples of the interval counted from the last start or tempo change, rounded to the microsecond. A
 * clock's state is plain data.
 *
 * @phpstan-type ClockState array{beat: array{int, int}, isRunning: bool, base: int, ticks: int, pulses: array<int, int>, turn: int, taps: list<int>, lastTap: int|null, clocks: list<int>, lastClock: int|null}
 */
final class Clocks
{
    private const TICKS = 24;
    private const PULSE_US = 5000;
    private const LONGEST_TAP_US = 2_000_000;
    private const MOST_TAPS = 4;
    /** A tempo followed from incoming clock must differ by over 1 in so many before tap presses tell it. */
    private const TELLING_CHANGE = 100;

    public static function start(Engine $engine, string $clock, int $t): void
    {
        foreach ($engine->book->clock($clock)['sends'] as $port) {
            $engine->emit($t, $port, "\xFA");
        }
        self::run($engine, $clock, $t);
    }

    public static function stop(Engine $engine, string $clock, int $t): void
    {
        $state = self::state($engine, $clock);
        if (!$state['isRunning']) {
            return;
        }
        $state['isRunning'] = false;
        ++$state['turn'];
        $engine->state->clocks[$clock] = $state;
        foreach ($engine->book->clock($clock)['sends'] as $port) {
            $engine->emit($t, $port, "\xFC");
        }
    }

    /** @param int|float|array{int|float, int|float} $tempo beats a minute */
    public static function tempo(Engine $engine, string $clock, int $t, int|float|array $tempo): void
    {
        $tempo = Exact::max(ClockDeclaration::SLOWEST, Exact::min($tempo, ClockDeclaration::FASTEST));
        self::change($engine, $clock, $t, self::pair(Exact::divide(60_000_000, $tempo)), $t, true);
    }

    /** A press of tempo tapping. */
    public static function tap(Engine $engine, string $clock, int $t): void
    {
        $state = self::state($engine, $clock);
        $interval = null === $state['lastTap'] ? null : $t - $state['lastTap'];
        $state['lastTap'] = $t;
        if (null === $interval || $interval > self::LONGEST_TAP_US || 0 === $interval) {
            $state['taps'] = [];
        } else {
            $count = \count($state['taps']);
            $sum = array_sum($state['taps']);
            // over a quarter from the mean: |interval - sum / count| > sum / count / 4
            $isOther = $count > 0 && 4 * abs($interval * $count - $sum) > $sum;
            $state['taps'] = $isOther ? [$interval] : \array_slice([...$state['taps'], $interval], -self::MOST_TAPS);
        }
        $engine->state->clocks[$clock] = $state;
        if ([] !== $state['taps']) {
            self::tempo($engine, $clock, $t, Exact::divide(60_000_000 * \count($state['taps']), array_sum($state['taps'])));
        }
    }

    /** Takes tempo and transport from an incoming clock: the mean of the last 24 intervals. */
    public static function follow(Engine $engine, string $clock, int $t, int $kind): void
    {
        if (Kind::Clock->ordinal() !== $kind) {
            match ($kind) {
                Kind::Start->ordinal() => self::start($engine, $clock, $t),
                Kind::Continue->ordinal() => self::run($engine, $clock, $t),
                default => self::stop($engine, $clock, $t),
            };
            $engine->state->clocks[$clock] = ['clocks' => [], 'lastClock' => null] + self::state($engine, $clock);

            return;
        }
        $state = self::state($engine, $clock);
        $interval = null === $state['lastClock'] ? null : $t - $state['lastClock'];
        $state['lastClock'] = $t;
        if (null !== $interval && $interval > 0) {
            $state['clocks'] = \array_slice([...$state['clocks'], $interval], -self::TICKS);
        }
        $engine->state->clocks[$clock] = $state;
        if ([] !== $state['clocks']) {
            $beat = self::pair(Exact::divide(self::TICKS * array_sum($state['clocks']), \count($state['clocks'])));
            $isTelling = self::TELLING_CHANGE * abs($beat[0] * $state['beat'][1] - $state['beat'][0] * $beat[1]) > $state['beat'][0] * $beat[1];
            $lastTick = $state['base'] + self::after($state['beat'], max(0, $state['ticks'] - 1), self::TICKS);
            self::change($engine, $clock, $t, $beat, $lastTick, $isTelling);
        }
    }

    /**
     * Lets extra clock messages follow at even distances.
     *
     * @param list<mixed> $call method and arguments that go on with a clock message
     */
    public static function multiply(Engine $engine, string $step, int $by, int $t, array $call): void
    {
        /** @var int $port */
        $port = $call[1];
        $last = $engine->state->multiplied[$step][$port][0] ?? null;
        $turn = ++$engine->state->made;
        $engine->state->multiplied[$step][$port] = [$t, $turn];
        if (null === $last) {
            return;
        }
        for ($i = 1; $i < $by; ++$i) {
            $engine->later($t + Exact::round(($t - $last) * $i, $by), 'extra', [$step, $port, $turn, $call]);
        }
    }

    /**
     * A clock message between two incoming ones is due.
     *
     * @param list<mixed> $call
     */
    public static function extra(Engine $engine, int $t, string $step, int $port, int $turn, array $call): void
    {
        if (($engine->state->multiplied[$step][$port][1] ?? 0) === $turn) {
            $engine->callLater($t, $call);
        }
    }

    /** A clock message is due. */
    public static function tick(Engine $engine, int $t, string $clock, int $turn): void
    {
        $state = self::state($engine, $clock);
        if (!$state['isRunning'] || $state['turn'] !== $turn) {
            return;
        }
        foreach ($engine->book->clock($clock)['sends'] as $port) {
            $engine->emit($t, $port, "\xF8");
        }
        $engine->state->clocks[$clock]['ticks'] = ++$state['ticks'];
        $engine->queue->add($state['base'] + self::after($state['beat'], $state['ticks'], self::TICKS), 'tick', [$clock, $turn]);
    }

    /** A pulse is due. */
    public static function pulse(Engine $engine, int $t, string $clock, int $turn, int $which): void
    {
        $state = self::state($engine, $clock);
        if (!$state['isRunning'] || $state['turn'] !== $turn) {
            return;
        }
        [$perBeat, $ports] = $engine->book->clock($clock)['pulses'][$which];
        foreach ($ports as $port) {
            $engine->pulse($t, $port, self::PULSE_US);
        }
        $next = ($state['pulses'][$which] ?? 0) + 1;
        $engine->state->clocks[$clock]['pulses'][$which] = $next;
        $engine->queue->add($state['base'] + self::after($state['beat'], $next, $perBeat), 'pulse', [$clock, $turn, $which]);
    }

    /** A tap press is due. */
    public static function press(Engine $engine, int $t, string $clock, int $tapTurn, int $which): void
    {
        if (($engine->state->tapTurns[$clock] ?? 0) === $tapTurn) {
            $engine->callLater($t, ["tap_{$clock}_{$which}", 0, 0, 0, 0, 0, '', 0, 'tap']);
        }
    }

    private static function run(Engine $engine, string $clock, int $t): void
    {
        $state = self::state($engine, $clock);
        $state['isRunning'] = true;
        $state['base'] = $t;
        $state['ticks'] = 0;
        $state['pulses'] = [];
        ++$state['turn'];
        $engine->state->clocks[$clock] = $state;
        self::tick($engine, $t, $clock, $state['turn']);
        foreach (array_keys($engine->book->clock($clock)['pulses']) as $which) {
            self::pulse($engine, $t, $clock, $state['turn'], $which);
        }
    }

    /**
     * @param array{int, int} $beat length of a beat in microseconds
     * @param int $base time from which ticks count while the clock runs
     */
    private static function change(Engine $engine, string $clock, int $t, array $beat, int $base, bool $isTold): void
    {
        $state = self::state($engine, $clock);
        if ($beat[0] * $state['beat'][1] === $state['beat'][0] * $beat[1]) {
            return;
        }
        $state['beat'] = $beat;
        if ($state['isRunning']) {
            ++$state['turn'];
            $state['base'] = $base;
            $state['ticks'] = 1;
            $state['pulses'] = [];
        }
        $engine->state->clocks[$clock] = $state;
        $declared = $engine->book->clock($clock);
        if ($state['isRunning']) {
            $engine->queue->add(max($t, $base + self::after($beat, 1, self::TICKS)), 'tick', [$clock, $state['turn']]);
            foreach ($declared['pulses'] as $which => [$perBeat]) {
                $engine->state->clocks[$clock]['pulses'][$which] = 1;
                $engine->queue->add(max($t, $base + self::after($beat, 1, $perBeat)), 'pulse', [$clock, $state['turn'], $which]);
            }
        }
        if ($isTold) {
            $tapTurn = $engine->state->tapTurns[$clock] = ++$engine->state->made;
            foreach ($declared['taps'] as $which => $presses) {
                for ($i = 0; $i < $presses; ++$i) {
                    $engine->later($t + self::after($beat, $i, 1), 'tap', [$clock, $tapTurn, $which]);
                }
            }
        }
    }

    /** @param array{int, int} $beat */
    private static function after(array $beat, int $steps, int $perBeat): int
    {
        return Exact::round($steps * $beat[0], $perBeat * $beat[1]);
    }

    /**
     * @param int|float|array{int|float, int|float} $x
     *
     * @return array{int, int}
     */
    private static function pair(int|float|array $x): array
    {
        return \is_array($x) ? [(int) $x[0], (int) $x[1]] : [(int) $x, 1];
    }

    /** @return ClockState */
    private static function state(Engine $engine, string $clock): array
    {
        return $engine->state->clocks[$clock] ?? [
            'beat' => $engine->book->clock($clock)['beat'], 'isRunning' => false, 'base' => 0, 'ticks' => 0, 'pulses' => [],
            'turn' => 0, 'taps' => [], 'lastTap' => null, 'clocks' => [], 'lastClock' => null,
        ];
    }
}
