<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Time;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Exact;
use ZigzagPost\Core\Number\Rejected;

/** Tempos felt from outside: tapped, or taken from an incoming clock. */
final class Tempos
{
    private const LONGEST_TAP_US = 2_000_000;
    private const MOST_TAPS = 4;
    /** A tempo followed from incoming clock must differ by over 1 in so many before tap presses tell it. */
    private const TELLING_CHANGE = 100;

    /**
     * A press of tempo tapping: the mean of the last up to four intervals.
     *
     * @throws Rejected
     */
    public static function tap(Run $run, string $clock, int $t): void
    {
        $state = Clocks::state($run, $clock);
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
        $run->state->clocks[$clock] = $state;
        if ([] !== $state['taps']) {
            Clocks::tempo($run, $clock, $t, Exact::divide(60_000_000 * \count($state['taps']), array_sum($state['taps'])));
        }
    }

    /**
     * Takes tempo and transport from an incoming clock: the mean of the last 24 intervals.
     *
     * @throws Rejected
     */
    public static function follow(Run $run, string $clock, int $t, int $kind): void
    {
        if (Kind::Clock->ordinal() === $kind) {
            self::clock($run, $clock, $t);

            return;
        }
        match ($kind) {
            Kind::Start->ordinal() => Clocks::start($run, $clock, $t),
            Kind::Continue->ordinal() => Clocks::start($run, $clock, $t, "\xFB"),
            default => Clocks::stop($run, $clock, $t),
        };
        $run->state->clocks[$clock] = ['clocks' => [], 'lastClock' => null] + Clocks::state($run, $clock);
    }

    /** @throws Rejected */
    private static function clock(Run $run, string $clock, int $t): void
    {
        $state = Clocks::state($run, $clock);
        $interval = null === $state['lastClock'] ? null : $t - $state['lastClock'];
        $state['lastClock'] = $t;
        if (null !== $interval && $interval > 0) {
            $state['clocks'] = \array_slice([...$state['clocks'], $interval], -Clocks::TICKS);
        }
        $run->state->clocks[$clock] = $state;
        if ([] === $state['clocks']) {
            return;
        }
        $old = $state['beat'];
        $beat = Clocks::beat(Exact::divide(60_000_000 * \count($state['clocks']), Clocks::TICKS * array_sum($state['clocks'])));
        if (Clocks::same($beat, $old)) {
            return;
        }
        Clocks::align($run, $clock, $t, $beat);
        if (self::TELLING_CHANGE * abs($beat[0] * $old[1] - $old[0] * $beat[1]) > $old[0] * $beat[1]) {
            Clocks::tell($run, $clock, $t, $beat);
        }
    }
}
