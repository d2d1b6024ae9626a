<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Rulebook\Expression\Exact;

/** Clock messages between incoming ones (`multiply`), spaced by the last interval. */
final class ExtraClocks
{
    /**
     * Lets extra clock messages follow at even distances.
     *
     * @param list<mixed> $call method and arguments that go on with a clock message
     */
    public static function follow(Engine $engine, string $step, int $by, int $t, array $call): void
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
     * One is due, unless the next incoming one was early.
     *
     * @param list<mixed> $call
     */
    public static function due(Engine $engine, int $t, string $step, int $port, int $turn, array $call): void
    {
        if (($engine->state->multiplied[$step][$port][1] ?? 0) === $turn) {
            $engine->callLater($t, $call);
        }
    }
}
