<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live;

use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Queue;
use ZigzagPost\Core\Engine\Time\Clocks;
use ZigzagPost\Core\Midi\Kind;

/**
 * After a stall: what came too late is left out rather than played all at once. Ticks and pulses stay on their grid, a delayed note that is
 * too late is left out whole; everything else still happens.
 *
 * @phpstan-import-type Item from Queue
 */
final class Overdue
{
    /** From here on it is too late. */
    public const AFTER_US = 250_000;

    /** Places in what a continuation was put off with: value, control. */
    private const VALUE = 4;
    private const CONTROL = 7;

    public static function is(Engine $engine, int $nowUs): bool
    {
        return ($engine->nextDue() ?? \PHP_INT_MAX) < $nowUs - self::AFTER_US;
    }

    /** Leaves out what was due earlier than a quarter of a second before a time. The same at any state and time, so that a recording has only to say when. */
    public static function leaveOut(Engine $engine, int $nowUs): void
    {
        Clocks::skip($engine->run, $nowUs);
        $latest = $nowUs - self::AFTER_US;
        $engine->run->queue->filter(static fn (array $due): bool => $due[0] >= $latest || !self::isUseless($due));
    }

    /** @param Item $due */
    private static function isUseless(array $due): bool
    {
        [, , $do, $arguments] = $due;
        if ('call' !== $do) {
            return 'tap' === $do || 'extra' === $do;
        }
        $control = $arguments[self::CONTROL];

        return \is_int($control) && Kind::ORDINAL['note'] === ControlAddress::kind($control) && $arguments[self::VALUE] > 0;
    }
}
