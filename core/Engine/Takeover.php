<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Rulebook\Expression\Exact;

/**
 * Faders that meet a value which has moved meanwhile: `pickup` waits until the fader passes it, `scaled` moves it in
 * proportion. The present value of a control is the last sent to its port, or what `mirror` told.
 */
final class Takeover
{
    /** Notes a value sent, or told by `mirror`; whoever was linked to another value is linked no more. */
    public static function isNow(State $state, int $port, int $kind, int $ch, int $n, int $v): void
    {
        $key = self::key($port, $kind, $ch, $n);
        if (($state->present[$key] ?? null) !== $v) {
            $state->present[$key] = $v;
            unset($state->linked[$key], $state->exact[$key]);
        }
    }

    /** The value that a fader with `pickup` sends, or null while it has not met the present one. */
    public static function pickup(State $state, string $step, int $control, int $port, int $kind, int $ch, int $n, int $v): ?int
    {
        $key = self::key($port, $kind, $ch, $n);
        $link = "{$step}:{$control}";
        $present = $state->present[$key] ?? null;
        $last = $state->stands[$link][$key] ?? null;
        $state->stands[$link][$key] = $v;
        if (null === $present || isset($state->linked[$key][$link]) || $v === $present || (null !== $last && ($last - $present) * ($v - $present) <= 0)) {
            self::isNow($state, $port, $kind, $ch, $n, $v);
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
     */
    public static function scaled(State $state, string $step, int $control, int $port, int $kind, int $ch, int $n, int $v, int $low, int $high): ?int
    {
        $key = self::key($port, $kind, $ch, $n);
        $link = "{$step}:{$control}";
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
        self::isNow($state, $port, $kind, $ch, $n, $value = Exact::roundQuantity($exact));
        $state->exact[$key] = $exact;
        $state->linked[$key][$link] = true;

        return $value;
    }

    private static function key(int $port, int $kind, int $ch, int $n): int
    {
        return $kind << 24 | $port << 19 | $ch << 14 | $n;
    }
}
