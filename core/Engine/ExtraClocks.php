<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Rulebook\Expression\Exact;

/** Clock messages between incoming ones (`multiply`), spaced by the last interval. */
final class ExtraClocks
{
    /**
     * Lets extra clock messages follow at even distances; those still due since the last incoming one are left out.
     *
     * @param list<mixed> $call method and arguments that go on with a clock message
     */
    public static function follow(Engine $engine, string $step, int $by, int $t, array $call): void
    {
        /** @var int $port */
        $port = $call[1];
        $last = $engine->state->multiplied[$step][$port] ?? null;
        $engine->state->multiplied[$step][$port] = $t;
        if (null === $last) {
            return;
        }
        for ($i = 1; $i < $by; ++$i) {
            $engine->later($t + Exact::round(($t - $last) * $i, $by), 'extra', [$call], "extra {$step} {$port} {$i}");
        }
    }

    /**
     * One is due.
     *
     * @param list<mixed> $call
     */
    public static function due(Engine $engine, int $t, array $call): void
    {
        $engine->callLater($t, $call);
    }
}
