<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Controls;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\LinkKey;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Exact;
use ZigzagPost\Core\Number\Rejected;

/**
 * Faders that meet a value which has moved meanwhile: `pickup` waits until the fader passes it, `scaled` moves it in
 * proportion. The present value of a control is the last sent to its port, or what `mirror` told.
 */
final class Takeover
{
    /** A value that is told within this time after it was sent is an echo of it. */
    private const ECHO_US = 500_000;
    /** Values sent that are remembered before those too old to be echoed are forgotten. */
    private const MOST_ECHOES = 64;

    /** A value is sent: it is the present one, and may come back as an echo. */
    public static function sends(State $state, int $t, int $port, int $kind, int $ch, int $n, int $v): void
    {
        self::expectEcho($state, $t, ControlAddress::of($kind, $port, $ch, $n), $v);
        self::isNow($state, $port, $kind, $ch, $n, $v);
    }

    /** A device tells where a control of its own stands (`mirror`); an echo of what was sent there changes nothing. */
    public static function told(State $state, int $t, int $port, int $kind, int $ch, int $n, int $v): void
    {
        $sentAt = $state->echoes[ControlAddress::of($kind, $port, $ch, $n)][$v] ?? null;
        if (null === $sentAt || $t - $sentAt > self::ECHO_US) {
            self::isNow($state, $port, $kind, $ch, $n, $v);
        }
    }

    /** Notes the present value; whoever was linked to another value is linked no more. */
    private static function isNow(State $state, int $port, int $kind, int $ch, int $n, int $v): void
    {
        $key = self::key($port, $kind, $ch, $n);
        if (($state->present[$key] ?? null) !== $v) {
            $state->present[$key] = $v;
            unset($state->linked[$key], $state->exact[$key]);
        }
    }

    /** The value that a fader with `pickup` sends, or null while it has not met the present one. */
    public static function pickup(State $state, int $t, string $step, int $control, int $port, int $kind, int $ch, int $n, int $v): ?int
    {
        $key = self::key($port, $kind, $ch, $n);
        $link = LinkKey::of($step, $control);
        $present = $state->present[$key] ?? null;
        $last = $state->stands[$link][$key] ?? null;
        $state->stands[$link][$key] = $v;
        if (null === $present || isset($state->linked[$key][$link]) || $v === $present || (null !== $last && ($last - $present) * ($v - $present) <= 0)) {
            self::sends($state, $t, $port, $kind, $ch, $n, $v);
            $state->linked[$key][$link] = true;

            return $v;
        }

        return null;
    }

    /**
     * The value that a fader with `scaled` sends, or null when the message only tells where the fader stands.
     *
     * @param int $low lowest value of the control
     * @param int $high highest value of the control
     *
     * @throws Rejected
     */
    public static function scaled(State $state, int $t, string $step, int $control, int $port, int $kind, int $ch, int $n, int $v, int $low, int $high): ?int
    {
        $key = self::key($port, $kind, $ch, $n);
        $link = LinkKey::of($step, $control);
        $present = $state->present[$key] ?? null;
        $isLinked = isset($state->linked[$key][$link]);
        $state->linked[$key][$link] = true;
        $last = $state->stands[$link][$key] ?? null;
        $state->stands[$link][$key] = $v;
        if (null === $present) {
            $exact = $v;
        } elseif (!$isLinked || null === $last) {
            return null;
        } else {
            $exact = $state->exact[$key] ?? $present;
            if ($v > $last) {
                $exact = Exact::add($exact, Exact::divide(Exact::multiply($v - $last, Exact::subtract($high, $exact)), $high - $last));
            } elseif ($v < $last) {
                $exact = Exact::subtract($exact, Exact::divide(Exact::multiply($last - $v, Exact::subtract($exact, $low)), $last - $low));
            }
        }
        self::sends($state, $t, $port, $kind, $ch, $n, $value = Exact::roundQuantity($exact));
        $state->exact[$key] = $exact;
        $state->linked[$key][$link] = true;

        return $value;
    }

    /** A program is sent: what it stores is the present value, as far as that is known. */
    public static function recalls(Run $run, int $port, int $ch, int $bank, int $program): void
    {
        $state = $run->state;
        $selected = static fn (int $number): ?int => $state->present[self::key($port, Kind::ORDINAL['cc'], $ch, $number)] ?? null;
        [$msb, $lsb] = $bank > 0 ? [($bank - 1) >> 7, ($bank - 1) & 0x7F] : [$selected(0), $selected(32)];
        Restore::calls($run, $port, $ch, $msb ?? 128, $lsb ?? 128, $program);
        [$msb, $lsb] = [$msb ?? 0, $lsb ?? 0];
        foreach ($run->book->storing($port, $ch) as $device) {
            foreach ($device->keys as $key) {
                unset($state->present[$key], $state->linked[$key], $state->exact[$key]);
            }
            foreach ($device->programs as $each) {
                if ($each->isCalledBy($msb, $lsb, $program)) {
                    $state->present = $each->values + $state->present;
                }
            }
        }
    }

    /**
     * Whether a program was the last one called at an out port and channel, banks included.
     *
     * @param int $bytes MSB << 16 | LSB << 8 | program; 128 for a bank message that is not sent
     */
    public static function isCalled(State $state, int $port, int $ch, int $bytes): bool
    {
        $bank = static fn (int $sent, int $number): int => $sent < 128 ? $sent : $state->present[self::key($port, Kind::ORDINAL['cc'], $ch, $number)] ?? 128;

        return Restore::lastCalled($state, $port, $ch) === ($bank($bytes >> 16 & 0xFF, 0) << 16 | $bank($bytes >> 8 & 0xFF, 32) << 8 | ($bytes & 0x7F));
    }

    /** The one of two values that a control does not stand at; a tie, or an unknown value, counts as the first. */
    public static function other(State $state, int $port, int $kind, int $ch, int $n, int $first, int $second): int
    {
        $present = $state->present[self::key($port, $kind, $ch, $n)] ?? $first;

        return abs($present - $second) < abs($present - $first) ? $first : $second;
    }

    private static function expectEcho(State $state, int $t, int $key, int $v): void
    {
        $echoes = &$state->echoes[$key];
        $echoes[$v] = $t;
        if (\count($echoes) > self::MOST_ECHOES) {
            $echoes = array_filter($echoes, static fn (int $sentAt): bool => $t - $sentAt <= self::ECHO_US);
        }
    }

    private static function key(int $port, int $kind, int $ch, int $n): int
    {
        return ControlAddress::of($kind, $port, $ch, $n);
    }
}
