<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\State;

/** Fewer messages from controls that send too many: `thin` and `deadband`. */
final class Thinning
{
    /**
     * Whether a message has to wait because its control sent one a moment ago; the latest that waits goes out when the
     * time is over.
     *
     * @param list<mixed> $call method and arguments that go on with the message
     */
    public static function holds(Run $run, int $rule, string $step, int $lengthUs, int $control, int $t, array $call): bool
    {
        $slot = $run->state->thinned[$step][$control] ?? null;
        if (null === $slot || (null === $slot[1] && $t >= $slot[0])) {
            $run->state->thinned[$step][$control] = [$t + $lengthUs, null, null];

            return false;
        }
        if (null === $slot[1]) {
            $run->queue->add($slot[0], 'thin', [$step, $control, $lengthUs]);
        } else {
            ++$run->state->dropped[$rule];
            $run->trace?->replaces($slot[2]);
        }
        $run->state->thinned[$step][$control] = [$slot[0], $call, $run->trace?->originNow()];
        $run->trace?->heldBack($slot[0]);

        return true;
    }

    /** What is due when the time of a control is over. */
    public static function over(Run $run, int $t, string $step, int $control, int $lengthUs): void
    {
        [, $call, $origin] = $run->state->thinned[$step][$control] ?? [0, null, null];
        $run->state->thinned[$step][$control] = [$t + $lengthUs, null, null];
        if (null !== $call) {
            $run->trace?->resume($origin);
            $run->callLater($t, $call);
        }
    }

    /** Whether a value is far enough from the last one let through, or newly at an end of its range. */
    public static function lets(State $state, string $step, int $distance, int $control, int $value, int $lowest, int $highest): bool
    {
        $last = $state->letThrough[$step][$control] ?? null;
        $isEnd = $value === $lowest || $value === $highest;
        if (null !== $last && abs($value - $last) < $distance && (!$isEnd || $value === $last)) {
            return false;
        }
        $state->letThrough[$step][$control] = $value;

        return true;
    }
}
