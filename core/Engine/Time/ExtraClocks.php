<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Time;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Number\Exact;

/** Clock messages between incoming ones (`multiply`), spaced by the last interval. */
final class ExtraClocks
{
    /**
     * Lets extra clock messages follow at even distances; those still due since the last incoming one are left out.
     *
     * @param list<mixed> $call method and arguments that go on with a clock message
     */
    public static function multiply(Run $run, string $step, int $by, int $t, array $call): void
    {
        /** @var int $port */
        $port = $call[1];
        $last = $run->state->multiplied[$step][$port] ?? null;
        $run->state->multiplied[$step][$port] = $t;
        if (null === $last) {
            return;
        }
        for ($i = 1; $i < $by; ++$i) {
            $run->later($t + Exact::round(($t - $last) * $i, $by), 'extra', [$call], "extra {$step} {$port} {$i}");
        }
    }

    /**
     * One is due.
     *
     * @param list<mixed> $call
     */
    public static function due(Run $run, int $t, array $call): void
    {
        $run->callLater($t, $call);
    }
}
