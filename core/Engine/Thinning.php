<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** Fewer messages from controls that send too many: `thin` and `deadband`. */
final class Thinning
{
    /**
     * Whether a message has to wait because its control sent one a moment ago; the latest that waits goes out when the
     * time is over.
     *
     * @param list<mixed> $call method and arguments that go on with the message
     */
    public static function holds(Engine $engine, int $rule, string $step, int $lengthUs, int $control, int $t, array $call): bool
    {
        $slot = $engine->state->thinned[$step][$control] ?? null;
        if (null === $slot || (null === $slot[1] && $t >= $slot[0])) {
            $engine->state->thinned[$step][$control] = [$t + $lengthUs, null, null];

            return false;
        }
        if (null === $slot[1]) {
            $engine->queue->add($slot[0], 'thin', [$step, $control, $lengthUs]);
        } else {
            ++$engine->state->dropped[$rule];
            $engine->trace?->replaces($slot[2]);
        }
        $engine->state->thinned[$step][$control] = [$slot[0], $call, $engine->trace?->originNow()];
        $engine->trace?->heldBack($slot[0]);

        return true;
    }

    /** What is due when the time of a control is over. */
    public static function over(Engine $engine, int $t, string $step, int $control, int $lengthUs): void
    {
        [, $call, $origin] = $engine->state->thinned[$step][$control] ?? [0, null, null];
        $engine->state->thinned[$step][$control] = [$t + $lengthUs, null, null];
        if (null !== $call) {
            $engine->trace?->resume($origin);
            $engine->callLater($t, $call);
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
