<?php

declare(strict_types=1);

namespace App\Benchmark;

/**
 * What a programmer would write by hand for the measured rulebooks: one loop over the bytes, nothing general.
 *
 * Output is a list of time, port and bytes, as the engine gives it; times are the position of the message.
 */
final class HandWritten
{
    /**
     * @param list<string> $messages
     *
     * @return list<array{int, int, string}>
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
     * @return list<array{int, int, string}>
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
     * @return list<array{int, int, string}>
     */
    public static function twentyRules(array $messages): array
    {
        $out = [];
        $held = [];
        foreach ($messages as $t => $message) {
            $status = \ord($message[0]);
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
                    } elseif ($number >= 20 && $number < 36) {
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
