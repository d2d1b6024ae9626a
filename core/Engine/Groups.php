<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

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

    private const DATA_MSB = 6;
    private const DATA_LSB = 38;
    private const INCREMENT = 96;
    private const DECREMENT = 97;
    private const NULL_PARAMETER = 16383;

    /**
     * Takes in a message of a port that assembles; true when it became part of a group.
     *
     * @param bool $parameters whether parameter messages are assembled here
     * @param list<int>|null $pairs controllers 0 to 31 that are assembled with their lower halves; null for all
     */
    public static function takesIn(Engine $engine, int $t, int $port, string $raw, bool $parameters, ?array $pairs): bool
    {
        $status = \ord($raw[0]);
        if ($status >= 0xF8) {
            return false;
        }
        if (0xB0 !== ($status & 0xF0)) {
            self::flush($engine, $t, $port);

            return false;
        }
        [$channel, $number, $value] = [($status & 0x0F) + 1, \ord($raw[1]), \ord($raw[2])];
        if (self::completes($engine, $t, $port, $channel, $number, $value)) {
            return true;
        }
        self::flush($engine, $t, $port);

        return ($parameters && self::parameter($engine, $t, $port, $channel, $number, $value))
            || self::pair($engine, $t, $port, $channel, $number, $value, $pairs);
    }

    /** Lets what waits at a port go. */
    public static function flush(Engine $engine, int $t, int $port): void
    {
        $waiting = $engine->state->waiting[$port] ?? null;
        if (null !== $waiting) {
            unset($engine->state->waiting[$port]);
            [$kind, $channel, $number, $value] = $waiting;
            $engine->groupIn($t, $port, $kind, $channel, $number, $value);
        }
    }

    /** The lower half that a waiting message waits for. */
    private static function completes(Engine $engine, int $t, int $port, int $channel, int $number, int $value): bool
    {
        $waiting = $engine->state->waiting[$port] ?? null;
        if (null === $waiting || $waiting[1] !== $channel || $waiting[4] !== $number) {
            return false;
        }
        $engine->state->waiting[$port][3] |= $value;
        self::remember($engine->state, $port, $waiting[0], $channel, $waiting[2], $waiting[3] | $value);
        self::flush($engine, $t, $port);

        return true;
    }

    private static function parameter(Engine $engine, int $t, int $port, int $channel, int $number, int $value): bool
    {
        $state = $engine->state;
        $selected = &$state->selected[$port][$channel];
        if ($number >= 98 && $number <= 101) {
            $kind = $number < 100 ? Kind::Nrpn->ordinal() : Kind::Rpn->ordinal();
            $isMsb = 1 === $number % 2;
            [$msb, $lsb] = ($selected[0] ?? null) === $kind ? [$selected[1], $selected[2]] : [null, null];
            $selected = [$kind, $isMsb ? $value : $msb, $isMsb ? $lsb : $value];

            return true;
        }
        if (!\in_array($number, [self::DATA_MSB, self::DATA_LSB, self::INCREMENT, self::DECREMENT], true)
            || null === $selected || null === $selected[1] || null === $selected[2]) {
            return false;
        }
        [$kind, $msb, $lsb] = $selected;
        $parameter = $msb << 7 | $lsb;
        if (self::NULL_PARAMETER === $parameter) {
            return false;
        }
        $isCoarse = Kind::Nrpn->ordinal() === $kind && $engine->book->isCoarse($port);
        $now = $state->parameters[$port][$kind << 24 | $channel << 14 | $parameter] ?? 0;
        if (self::DATA_MSB === $number && !$isCoarse) {
            self::remember($state, $port, $kind, $channel, $parameter, $value << 7);
            self::wait($engine, $t, $port, [$kind, $channel, $parameter, $value << 7, self::DATA_LSB]);

            return true;
        }
        if (self::DATA_LSB === $number && $isCoarse) {
            return false;
        }
        $value = match ($number) {
            self::DATA_MSB => $value,
            self::DATA_LSB => $now & ~0x7F | $value,
            self::INCREMENT => min($isCoarse ? 127 : 16383, $now + 1),
            default => max(0, $now - 1),
        };
        self::remember($state, $port, $kind, $channel, $parameter, $value);
        $engine->groupIn($t, $port, $kind, $channel, $parameter, $value);

        return true;
    }

    /** @param list<int>|null $pairs */
    private static function pair(Engine $engine, int $t, int $port, int $channel, int $number, int $value, ?array $pairs): bool
    {
        if ($number >= 64 || (null !== $pairs && !\in_array($number & 0x1F, $pairs, true))) {
            return false;
        }
        $kind = Kind::Cc14->ordinal();
        $high = $number & 0x1F;
        if ($number < 32) {
            self::remember($engine->state, $port, $kind, $channel, $high, $value << 7);
            self::wait($engine, $t, $port, [$kind, $channel, $high, $value << 7, $number + 32]);

            return true;
        }
        $value |= ($engine->state->parameters[$port][$kind << 24 | $channel << 14 | $high] ?? 0) & ~0x7F;
        self::remember($engine->state, $port, $kind, $channel, $high, $value);
        $engine->groupIn($t, $port, $kind, $channel, $high, $value);

        return true;
    }

    /** @param array{int, int, int, int, int} $message kind, channel, number, value, and the controller it waits for */
    private static function wait(Engine $engine, int $t, int $port, array $message): void
    {
        $engine->state->waiting[$port] = [...$message, ++$engine->state->made];
        $engine->queue->add($t + self::WAIT_US, 'group', [$port, $engine->state->made]);
    }

    private static function remember(State $state, int $port, int $kind, int $channel, int $number, int $value): void
    {
        $state->parameters[$port][$kind << 24 | $channel << 14 | $number] = $value;
    }
}
