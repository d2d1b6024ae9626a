<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Note;
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
    private const SELECT = 98;
    private const NULL_PARAMETER = 16383;
    /** How a selection is kept: kind, MSB and LSB of a parameter; halves that have not come are marked. */
    private const KIND = 16;
    private const MSB = 8;
    private const UNKNOWN = 0x80;
    private const ANY_UNKNOWN = (self::UNKNOWN << self::MSB) | self::UNKNOWN;

    /**
     * Whether a controller can be a part of what is assembled.
     *
     * @param bool $parameters whether parameter messages are assembled
     * @param list<int>|null $pairs controllers 0 to 31 that are assembled with their lower halves; null for all
     */
    public static function concerns(int $number, bool $parameters, ?array $pairs): bool
    {
        return ($parameters && (self::DATA_MSB === $number || self::DATA_LSB === $number || ($number >= self::INCREMENT && $number <= 101)))
            || ($number < 64 && (null === $pairs || \in_array($number & 0x1F, $pairs, true)));
    }

    /** Whether a controller that is assembled does no more than select one half of a parameter number. */
    public static function selects(int $number): bool
    {
        return $number >= self::SELECT && $number <= 101;
    }

    /**
     * Takes in a controller of a port that assembles; true when it became part of a group.
     *
     * @param bool $parameters whether parameter messages are assembled here
     * @param list<int>|null $pairs controllers 0 to 31 that are assembled with their lower halves; null for all
     */
    public static function takesIn(
        Run $run,
        int $t,
        int $port,
        string $raw,
        int $channel,
        int $number,
        int $value,
        bool $parameters,
        ?array $pairs,
    ): bool {
        $state = $run->state;
        $waiting = $state->waiting[$port] ?? null;
        if (null !== $waiting) {
            if ($waiting[1] === $channel && $waiting[4] === $number) {
                $run->trace?->part($t, $port, $raw);
                unset($state->waiting[$port]);
                self::complete($run, $t, $port, $waiting[0], $channel, $waiting[2], $waiting[3] | $value);

                return true;
            }
            self::flush($run, $t, $port);
        }
        if ($parameters && ($number >= self::INCREMENT || self::DATA_MSB === $number || self::DATA_LSB === $number)) {
            if ($number >= self::SELECT) {
                $run->trace?->part($t, $port, $raw);
                self::select($state, $port, $channel, $number, $value);

                return true;
            }
            if (self::data($run, $t, $port, $raw, $channel, $number, $value)) {
                return true;
            }
        }

        return $number < 64 && [] !== $pairs && self::pair($run, $t, $port, $raw, $channel, $number, $value, $pairs);
    }

    /** One half of a parameter number: kept as kind, MSB and LSB in one number, {@see UNKNOWN} where a half has not come. */
    public static function select(State $state, int $port, int $channel, int $number, int $value): void
    {
        $place = Note::place($port, $channel);
        $kind = $number < 100 ? self::NRPN : self::RPN;
        $selected = $state->selected[$place] ?? 0;
        if ($selected >> self::KIND !== $kind) {
            $selected = ($kind << self::KIND) | (self::UNKNOWN << self::MSB) | self::UNKNOWN;
        }
        $state->selected[$place] = 1 === ($number & 1) ? ($selected & ~(0xFF << self::MSB)) | ($value << self::MSB) : ($selected & ~0xFF) | $value;
    }

    /** The controllers that make up a group, as they go on a wire. */
    public static function bytes(int $kind, bool $isCoarse, int $channel, int $number, int $value): string
    {
        $controller = static fn (int $controller, int $data): string => \chr(0xAF + $channel).\chr($controller).\chr($data & 0x7F);
        if (self::CC14 === $kind) {
            return $controller($number, $value >> 7).$controller($number + 32, $value);
        }
        $select =
            self::NRPN === $kind
                ? $controller(99, $number >> 7).$controller(98, $number)
                : $controller(101, $number >> 7).$controller(100, $number);

        return $select.
            ($isCoarse && self::NRPN === $kind
                ? $controller(self::DATA_MSB, $value)
                : $controller(self::DATA_MSB, $value >> 7).$controller(self::DATA_LSB, $value));
    }

    /** Lets what waits at a port go. */
    public static function flush(Run $run, int $t, int $port): void
    {
        $waiting = $run->state->waiting[$port] ?? null;
        if (null !== $waiting) {
            unset($run->state->waiting[$port]);
            self::complete($run, $t, $port, $waiting[0], $waiting[1], $waiting[2], $waiting[3]);
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

    /** Data entry, increment or decrement; false when no parameter is selected. */
    private static function data(Run $run, int $t, int $port, string $raw, int $channel, int $number, int $value): bool
    {
        $state = $run->state;
        $selected = $state->selected[Note::place($port, $channel)] ?? 0;
        if (0 === $selected || 0 !== ($selected & self::ANY_UNKNOWN)) {
            return false;
        }
        $kind = $selected >> self::KIND;
        $parameter = ((($selected >> self::MSB) & 0x7F) << 7) | ($selected & 0x7F);
        if (self::NULL_PARAMETER === $parameter) {
            return false;
        }
        $isCoarse = self::NRPN === $kind && $run->book->isCoarse($port);
        if (self::DATA_LSB === $number && $isCoarse) {
            return false;
        }
        $run->trace?->part($t, $port, $raw);
        if (self::DATA_MSB === $number) {
            if ($isCoarse) {
                self::complete($run, $t, $port, $kind, $channel, $parameter, $value);
            } else {
                self::wait($run, $t, $port, $kind, $channel, $parameter, $value << 7, self::DATA_LSB);
            }

            return true;
        }
        $now = $state->parameters[ControlAddress::of($kind, $port, $channel, $parameter)] ?? 0;
        self::complete(
            $run,
            $t,
            $port,
            $kind,
            $channel,
            $parameter,
            match ($number) {
                self::DATA_LSB => ($now & ~0x7F) | $value,
                self::INCREMENT => min($isCoarse ? 127 : 16383, $now + 1),
                default => max(0, $now - 1),
            },
        );

        return true;
    }

    /** A whole message: its value is remembered, and it goes to the rules. */
    private static function complete(Run $run, int $t, int $port, int $kind, int $channel, int $number, int $value): void
    {
        $control = ControlAddress::of($kind, $port, $channel, $number);
        $run->state->parameters[$control] = $value;
        $run->inPorts->group($t, $port, $control, $channel, $number, $value);
    }

    /** @param list<int>|null $pairs */
    private static function pair(Run $run, int $t, int $port, string $raw, int $channel, int $number, int $value, ?array $pairs): bool
    {
        if (null !== $pairs && !\in_array($number & 0x1F, $pairs, true)) {
            return false;
        }
        $run->trace?->part($t, $port, $raw);
        $high = $number & 0x1F;
        if ($number < 32) {
            self::wait($run, $t, $port, self::CC14, $channel, $high, $value << 7, $number + 32);
        } else {
            self::complete(
                $run,
                $t,
                $port,
                self::CC14,
                $channel,
                $high,
                (($run->state->parameters[ControlAddress::of(self::CC14, $port, $channel, $high)] ?? 0) & ~0x7F) | $value,
            );
        }

        return true;
    }

    /** @param int $missing the controller it waits for */
    private static function wait(Run $run, int $t, int $port, int $kind, int $channel, int $number, int $value, int $missing): void
    {
        $sequence = $run->queue->reserve();
        $run->state->waiting[$port] = [$kind, $channel, $number, $value, $missing, $t + self::WAIT_US, $sequence];
        if (!isset($run->state->alarms[$port])) {
            self::setAlarm($run, $port, $t + self::WAIT_US, $sequence);
        }
    }

    private static function setAlarm(Run $run, int $port, int $due, int $sequence): void
    {
        $run->state->alarms[$port] = true;
        $run->queue->add($due, 'group', [$port], null, $sequence);
    }
}
