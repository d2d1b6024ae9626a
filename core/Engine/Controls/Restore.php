<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Midi\OnWire;
use ZigzagPost\Core\Midi\SerialWire;
use ZigzagPost\Core\Midi\Tempo;

/** Brings a device back to where it should stand: its program, after its deaf time the values it does not store, its lamps last. */
final class Restore
{
    /**
     * @param int $line of the rule that asks for it; 0 for none
     * @param int $doer position of that rule; -1 for none
     *
     * @return bool false where the rulebook reaches no such device
     */
    public static function unit(Run $run, int $t, string $device, int $line, int $doer): bool
    {
        $whole = $run->book->whole($device);
        if (null === $whole) {
            return false;
        }
        [$port, $channel, $program, $deafUs] = [$whole->port, $whole->channel, $whole->method, $whole->deafUs];
        $called = self::lastCalled($run->state, $port, $channel);
        $stored = null === $called ? [] : self::stored($run, $port, $channel, $called);
        $kept = [];
        foreach ($whole->values as $value) {
            $present = $run->state->present[$value->key] ?? null;
            if (null !== $present && ($stored[$value->key] ?? null) !== $present) {
                $kept[] = [$value->method, $line, $value->channel, $value->number, $present, $doer, '', 0, 0, 0];
            }
        }
        if (null === $called) {
            $deafUs = 0;
        } elseif ('' !== $program) {
            $run->callLater($t, [$program, $line, $channel, 0, $called, $doer, '', 0, 0, 0]);
            $deafUs += 0 === $deafUs ? 0 : self::onWireUs($run, $t, $port);
        }
        foreach ($kept as $call) {
            0 === $deafUs ? $run->callLater($t, $call) : $run->later($t + $deafUs, 'call', $call);
        }
        0 === $deafUs ? LampKeeper::forget($run, [$port]) : $run->later($t + $deafUs, 'lamps', [$port]);

        return true;
    }

    /** After the deaf time: what was lit before it would be lost. */
    public static function lampsLast(Run $run, int $t, int $port): void
    {
        LampKeeper::forget($run, [$port]);
    }

    /** A program is called: it is what the device is brought back to; MSB and LSB are 128 where none is sent. */
    public static function calls(Run $run, int $port, int $channel, int $msb, int $lsb, int $program): void
    {
        $run->state->called[self::place($port, $channel)] = $msb << 16 | $lsb << 8 | $program;
    }

    /** @return int|null MSB << 16 | LSB << 8 | program of the program called last; 128 where no bank was known */
    public static function lastCalled(State $state, int $port, int $channel): ?int
    {
        return $state->called[self::place($port, $channel)] ?? null;
    }

    /** How long all that leaves on a port now is on the wire, with a clock of ours in its worst phase. */
    private static function onWireUs(Run $run, int $t, int $port): int
    {
        $bytes = 0;
        foreach ($run->out as $made) {
            $bytes += $made[0] === $t && $made[1] === $port ? \strlen($made[2]) : 0;
        }
        $clockUs = null;
        foreach ($run->state->clocks as $name => $clock) {
            if ($clock['isRunning'] && \in_array($port, $run->book->clock((string) $name)->sends, true)) {
                $us = intdiv($clock['beat'][0], Tempo::CLOCKS_A_BEAT * $clock['beat'][1]);
                $clockUs = min($us, $clockUs ?? $us);
            }
        }

        return SerialWire::arrivals([new OnWire(0, $bytes)], $clockUs)[0];
    }

    private static function place(int $port, int $channel): int
    {
        return $port << 4 | ($channel - 1 & 15);
    }

    /** @return array<int, int> what a program stores, by control */
    private static function stored(Run $run, int $port, int $channel, int $called): array
    {
        [$msb, $lsb, $program] = [$called >> 16 & 0xFF, $called >> 8 & 0xFF, $called & 0x7F];
        foreach ($run->book->storing($port, $channel) as $device) {
            foreach ($device->programs as $each) {
                if ($each->isCalledBy($msb & 0x7F, $lsb & 0x7F, $program)) {
                    return $each->values;
                }
            }
        }

        return [];
    }
}
