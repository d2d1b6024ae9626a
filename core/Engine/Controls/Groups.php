<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\Control;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Midi\Kind;

/**
 * Assembles controllers into parameter messages and 14-bit pairs before rules see them (MIDI 1.0 Detailed Specification,
 * "Registered and Non-Registered Parameter Numbers" and "Control Change", controllers 0 to 63).
 *
 * Per port at most one message waits for its lower half: for 5 ms, or until anything else comes in there.
 */
final class Groups
{
    public const WAIT_US = 5000;

    private const CC14 = Kind::ORDINAL['cc14'];
    private const NRPN = Kind::ORDINAL['nrpn'];
    private const RPN = Kind::ORDINAL['rpn'];
    private const DATA_MSB = 6;
    private const DATA_LSB = 38;
    private const INCREMENT = 96;
    private const NULL_PARAMETER = 16383;

    /**
     * Takes in a controller of a port that assembles; true when it became part of a group.
     *
     * @param bool $parameters whether parameter messages are assembled here
     * @param list<int>|null $pairs controllers 0 to 31 that are assembled with their lower halves; null for all
     */
    public static function takesIn(Run $run, int $t, int $port, string $raw, bool $parameters, ?array $pairs): bool
    {
        [$channel, $number, $value] = [(\ord($raw[0]) & 0x0F) + 1, \ord($raw[1]), \ord($raw[2])];
        $waiting = $run->state->waiting[$port] ?? null;
        if (null !== $waiting) {
            if ($waiting[1] === $channel && $waiting[4] === $number) {
                $run->trace?->part($t, $port, $raw);
                $run->state->waiting[$port][3] |= $value;
                self::remember($run->state, $port, $waiting[0], $channel, $waiting[2], $waiting[3] | $value);
                self::flush($run, $t, $port);

                return true;
            }
            self::flush($run, $t, $port);
        }
        if ($parameters && ($number < 96 ? self::DATA_MSB === $number || self::DATA_LSB === $number : $number <= 101)) {
            $isTaken = $number < 98 ? self::data($run, $t, $port, $raw, $channel, $number, $value) : self::select($run, $t, $port, $raw, $channel, $number, $value);
            if ($isTaken) {
                return true;
            }
        }

        return $number < 64 && [] !== $pairs && self::pair($run, $t, $port, $raw, $channel, $number, $value, $pairs);
    }

    /** The controllers that make up a group, as they go on a wire. */
    public static function bytes(int $kind, bool $isCoarse, int $channel, int $number, int $value): string
    {
        $controller = static fn (int $controller, int $data): string => \chr(0xAF + $channel).\chr($controller).\chr($data & 0x7F);
        if (self::CC14 === $kind) {
            return $controller($number, $value >> 7).$controller($number + 32, $value);
        }
        $select = self::NRPN === $kind ? $controller(99, $number >> 7).$controller(98, $number) : $controller(101, $number >> 7).$controller(100, $number);

        return $select.($isCoarse && self::NRPN === $kind ? $controller(self::DATA_MSB, $value) : $controller(self::DATA_MSB, $value >> 7).$controller(self::DATA_LSB, $value));
    }

    /** Lets what waits at a port go. */
    public static function flush(Run $run, int $t, int $port): void
    {
        $waiting = $run->state->waiting[$port] ?? null;
        if (null !== $waiting) {
            unset($run->state->waiting[$port]);
            [$kind, $channel, $number, $value] = $waiting;
            $run->inPorts->group($t, $port, $kind, $channel, $number, $value);
        }
    }

    /** An alarm: if what waits has waited long enough it goes, otherwise the alarm is set for its time. */
    public static function alarm(Run $run, int $t, int $port): void
    {
        unset($run->state->alarms[$port]);
        [, , , , , $due, $sequence] = $run->state->waiting[$port] ?? [0, 0, 0, 0, 0, 0, 0];
        if ($due > $t) {
            self::setAlarm($run, $port, $due, $sequence);
        } elseif (0 !== $due) {
            self::flush($run, $t, $port);
        }
    }

    /** One half of a parameter number. */
    private static function select(Run $run, int $t, int $port, string $raw, int $channel, int $number, int $value): bool
    {
        $run->trace?->part($t, $port, $raw);
        $state = $run->state;
        $kind = $number < 100 ? self::NRPN : self::RPN;
        $selected = $state->selected[$port][$channel] ?? null;
        [$msb, $lsb] = null !== $selected && $selected[0] === $kind ? [$selected[1], $selected[2]] : [null, null];
        $state->selected[$port][$channel] = 1 === $number % 2 ? [$kind, $value, $lsb] : [$kind, $msb, $value];

        return true;
    }

    /** Data entry, increment or decrement; false when no parameter is selected. */
    private static function data(Run $run, int $t, int $port, string $raw, int $channel, int $number, int $value): bool
    {
        $state = $run->state;
        $selected = $state->selected[$port][$channel] ?? null;
        if (null === $selected || null === $selected[1] || null === $selected[2]) {
            return false;
        }
        [$kind, $msb, $lsb] = $selected;
        $parameter = $msb << 7 | $lsb;
        if (self::NULL_PARAMETER === $parameter) {
            return false;
        }
        $isCoarse = self::NRPN === $kind && $run->book->isCoarse($port);
        $now = $state->parameters[Control::of($kind, $port, $channel, $parameter)] ?? 0;
        if (self::DATA_LSB === $number && $isCoarse) {
            return false;
        }
        $run->trace?->part($t, $port, $raw);
        if (self::DATA_MSB === $number && !$isCoarse) {
            self::remember($state, $port, $kind, $channel, $parameter, $value << 7);
            self::wait($run, $t, $port, [$kind, $channel, $parameter, $value << 7, self::DATA_LSB]);

            return true;
        }
        $value = match ($number) {
            self::DATA_MSB => $value,
            self::DATA_LSB => $now & ~0x7F | $value,
            self::INCREMENT => min($isCoarse ? 127 : 16383, $now + 1),
            default => max(0, $now - 1),
        };
        self::remember($state, $port, $kind, $channel, $parameter, $value);
        $run->inPorts->group($t, $port, $kind, $channel, $parameter, $value);

        return true;
    }

    /** @param list<int>|null $pairs */
    private static function pair(Run $run, int $t, int $port, string $raw, int $channel, int $number, int $value, ?array $pairs): bool
    {
        if (null !== $pairs && !\in_array($number & 0x1F, $pairs, true)) {
            return false;
        }
        $run->trace?->part($t, $port, $raw);
        $kind = self::CC14;
        $high = $number & 0x1F;
        if ($number < 32) {
            self::remember($run->state, $port, $kind, $channel, $high, $value << 7);
            self::wait($run, $t, $port, [$kind, $channel, $high, $value << 7, $number + 32]);

            return true;
        }
        $value |= ($run->state->parameters[Control::of($kind, $port, $channel, $high)] ?? 0) & ~0x7F;
        self::remember($run->state, $port, $kind, $channel, $high, $value);
        $run->inPorts->group($t, $port, $kind, $channel, $high, $value);

        return true;
    }

    /** @param array{int, int, int, int, int} $message kind, channel, number, value, and the controller it waits for */
    private static function wait(Run $run, int $t, int $port, array $message): void
    {
        $sequence = $run->queue->reserve();
        $run->state->waiting[$port] = [...$message, $t + self::WAIT_US, $sequence];
        if (!isset($run->state->alarms[$port])) {
            self::setAlarm($run, $port, $t + self::WAIT_US, $sequence);
        }
    }

    private static function setAlarm(Run $run, int $port, int $due, int $sequence): void
    {
        $run->state->alarms[$port] = true;
        $run->queue->add($due, 'group', [$port], null, $sequence);
    }

    private static function remember(State $state, int $port, int $kind, int $channel, int $number, int $value): void
    {
        $state->parameters[Control::of($kind, $port, $channel, $number)] = $value;
    }
}
