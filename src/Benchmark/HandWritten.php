<?php

declare(strict_types=1);

namespace App\Benchmark;

/**
 * What a programmer would write by hand for the measured rulebooks: one loop over the bytes, nothing general.
 *
 * Output is a list of time, port and bytes, as the engine gives it; times are the position of the message.
 *
 * @phpstan-import-type Made from \ZigzagPost\Core\Engine\Run\Run
 */
final class HandWritten
{
    /**
     * @param list<string> $messages
     *
     * @return list<Made>
     */
    public static function notes(array $messages): array
    {
        $out = [];
        $held = [];
        foreach ($messages as $t => $message) {
            $status = \ord($message[0]);
            $key = \ord($message[1]);
            if (0x90 === $status && "\0" !== $message[2]) {
                $to = $key < 60 ? "\x92".\chr($key + 12) : "\x93".\chr($key);
                $held[$key] = $to;
                $out[] = [$t, 1, $to.$message[2]];
            } elseif (isset($held[$key]) && (0x80 === $status || 0x90 === $status)) {
                $to = $held[$key];
                unset($held[$key]);
                $out[] = [$t, 1, \chr(\ord($to[0]) - 0x10).$to[1].$message[2]];
            }
        }

        return $out;
    }

    /**
     * @param list<string> $messages
     *
     * @return list<Made>
     */
    public static function controllers(array $messages): array
    {
        $out = [];
        foreach ($messages as $t => $message) {
            $status = \ord($message[0]);
            if (0xB0 !== ($status & 0xF0)) {
                continue;
            }
            $number = \ord($message[1]);
            $value = \ord($message[2]);
            if (11 === $number) {
                $out[] = [$t, 1, "\xB6\x0B".\chr(self::pedal($value))];
            } elseif ($number >= 20 && $number <= 27) {
                $out[] = [$t, 1, $message[0].\chr($number + 50).\chr(127 - $value)];
            }
        }

        return $out;
    }

    /**
     * @param list<string> $messages
     *
     * @return list<Made>
     */
    public static function parameters(array $messages): array
    {
        $out = [];
        $msb = $lsb = $upper = 0;
        foreach ($messages as $t => $message) {
            if (0xB0 !== (\ord($message[0]) & 0xF0)) {
                continue;
            }
            $value = \ord($message[2]);
            switch (\ord($message[1])) {
                case 99: $msb = $value;
                    break;
                case 98: $lsb = $value;
                    break;
                case 6: $upper = $value;
                    break;
                case 38:
                    $out[] = [$t, 1, "\xB8\x63".\chr($msb)];
                    $out[] = [$t, 1, "\xB8\x62".\chr($lsb)];
                    $out[] = [$t, 1, "\xB8\x06".\chr($upper)];
                    $out[] = [$t, 1, "\xB8\x26".\chr($value)];
                    break;
            }
        }

        return $out;
    }

    /**
     * @param list<string> $messages
     *
     * @return list<Made>
     */
    public static function flatten(array $messages): array
    {
        $out = [];
        $held = [];
        $bends = [];
        $sent = 0;
        foreach ($messages as $t => $message) {
            $status = \ord($message[0]);
            $channel = $status & 0x0F;
            $kind = $status & 0xF0;
            if (0xE0 === $kind) {
                $bends[$channel] = (\ord($message[2]) << 7 | \ord($message[1])) - 8192;
                if ([] === $held) {
                    continue;
                }
            } elseif (0x90 === $kind) {
                $held[$channel] = true;
            } elseif (0x80 === $kind) {
                unset($held[$channel]);
                $out[] = [$t, 1, "\x82".$message[1].$message[2]];
                if ([] === $held) {
                    continue;
                }
            }
            $counts = array_key_last($held);
            $bend = null === $counts ? 0 : max(-8192, min(8191, 4 * ($bends[$counts] ?? 0)));
            if ($bend !== $sent) {
                $sent = $bend;
                $out[] = [$t, 1, "\xE2".\chr($bend + 8192 & 127).\chr($bend + 8192 >> 7)];
            }
            if (0x90 === $kind) {
                $out[] = [$t, 1, "\x92".$message[1].$message[2]];
            }
        }

        return $out;
    }

    /**
     * @param list<string> $messages
     *
     * @return list<Made>
     */
    public static function spread(array $messages): array
    {
        $out = [];
        [$keys, $times] = [array_fill(0, 8, null), array_fill(0, 8, 0)];
        $last = -1;
        foreach ($messages as $t => $message) {
            self::deal($out, $keys, $times, $last, $t, $message, 4);
        }

        return $out;
    }

    /**
     * Deals a note out among voices, the first half at port 1 and the rest at port 2.
     *
     * @param list<Made> $out
     * @param array<int, string|null> $keys by voice
     * @param array<int, int> $times by voice, when it began
     */
    private static function deal(array &$out, array &$keys, array &$times, int &$last, int $t, string $message, int $half): void
    {
        if (0x90 === (\ord($message[0]) & 0xF0)) {
            $count = 2 * $half;
            $chosen = null;
            for ($i = 1; $i <= $count; ++$i) {
                if (null === $keys[($last + $i) % $count]) {
                    $chosen = ($last + $i) % $count;
                    break;
                }
            }
            if (null === $chosen) {
                $chosen = (int) array_search(min([\PHP_INT_MAX, ...$times]), $times, true);
                $out[] = [$t, $chosen < $half ? 1 : 2, \chr(\ord($message[0]) - 0x10).($keys[$chosen] ?? '').'@'];
            }
            $last = $chosen;
            [$keys[$chosen], $times[$chosen]] = [$message[1], $t];
            $out[] = [$t, $chosen < $half ? 1 : 2, $message];

            return;
        }
        foreach ($keys as $voice => $key) {
            if ($key === $message[1]) {
                $keys[$voice] = null;
                $out[] = [$t, $voice < $half ? 1 : 2, $message];
            }
        }
    }

    /**
     * @param list<string> $messages
     *
     * @return list<Made>
     */
    public static function twentyRules(array $messages): array
    {
        $out = [];
        $held = [];
        [$keys, $times] = [array_fill(0, 4, null), array_fill(0, 4, 0)];
        $last = -1;
        foreach ($messages as $t => $message) {
            $status = \ord($message[0]);
            if (0x91 === $status || 0x81 === $status) {
                self::deal($out, $keys, $times, $last, $t, $message, 2);
                continue;
            }
            switch ($status & 0xF0) {
                case 0x90:
                    $key = \ord($message[1]);
                    if ("\0" !== $message[2]) {
                        $to = $key < 60 ? [1, "\x92", \chr($key + 12)] : [2, "\x93", \chr($key)];
                        $held[$status & 0x0F][$key] = $to;
                        $out[] = [$t, $to[0], $to[1].$to[2].$message[2]];
                        break;
                    }
                    // a note-off in another form
                    // no break
                case 0x80:
                    $key = \ord($message[1]);
                    $to = $held[$status & 0x0F][$key] ?? null;
                    if (null !== $to) {
                        unset($held[$status & 0x0F][$key]);
                        $out[] = [$t, $to[0], ("\x92" === $to[1] ? "\x82" : "\x83").$to[2].$message[2]];
                    }
                    break;
                case 0xB0:
                    $number = \ord($message[1]);
                    if (11 === $number) {
                        $out[] = [$t, 1, "\xB6\x0B".\chr(self::pedal(\ord($message[2])))];
                    } elseif ($number >= 20 && $number < 35) {
                        $out[] = [$t, 2, $message[0].\chr($number + 40).\chr(127 - \ord($message[2]))];
                    }
                    break;
                case 0xE0:
                    $out[] = [$t, 1, $message];
                    $out[] = [$t, 2, $message];
                    break;
            }
        }

        return $out;
    }

    private static function pedal(int $value): int
    {
        return (int) round(127 * (max(3, min(124, $value)) - 3) / 121);
    }
}
