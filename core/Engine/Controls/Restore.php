<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\Control;

/** What brings a device back to where it should stand. */
final class Restore
{
    /**
     * @param int $channel on which its programs are called; 0 where it has none
     * @param list<array{int, int, int, int}> $parameters port, kind, channel and number of each
     *
     * @return array{int|null, array<int, int>} the program last called, as MSB, LSB and program in a byte each, 128 for a half that is
     *                                          not sent; and values that are known and that the program does not store, by position
     */
    public static function of(Run $run, int $port, int $channel, array $parameters): array
    {
        $state = $run->state;
        $called = $state->called[$port << 4 | ($channel - 1 & 15)] ?? null;
        $stored = null === $called ? [] : self::stored($run, $port, $channel, $called);
        $kept = [];
        foreach ($parameters as $index => [$at, $kind, $ch, $number]) {
            $key = Control::of($kind, $at, $ch, $number);
            if (isset($state->present[$key]) && ($stored[$key] ?? null) !== $state->present[$key]) {
                $kept[$index] = $state->present[$key];
            }
        }

        return [$called, $kept];
    }

    /** A program is called: it is what the device is brought back to. */
    public static function calls(Run $run, int $port, int $channel, int $msb, int $lsb, int $program): void
    {
        $run->state->called[$port << 4 | ($channel - 1 & 15)] = $msb << 16 | $lsb << 8 | $program;
    }

    /** @return array<int, int> what a program stores, by control */
    private static function stored(Run $run, int $port, int $channel, int $called): array
    {
        [$msb, $lsb, $program] = [$called >> 16 & 0xFF, $called >> 8 & 0xFF, $called & 0x7F];
        foreach ($run->book->storing($port, $channel) as [, $programs]) {
            foreach ($programs as [$ofMsb, $ofLsb, $number, $values]) {
                if ($number === $program && (-1 === $ofMsb || $ofMsb === ($msb & 0x7F)) && (-1 === $ofLsb || $ofLsb === ($lsb & 0x7F))) {
                    return $values;
                }
            }
        }

        return [];
    }
}
