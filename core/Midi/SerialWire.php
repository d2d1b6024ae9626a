<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/**
 * The serial wire of MIDI: 31 250 baud, ten bits a byte (MIDI 1.0 Detailed Specification, "Hardware"); one direction.
 *
 * Messages leave in order, each as soon as the wire is free. Where a clock runs over the same lead, its byte goes between two bytes
 * of anything (MIDI 1.0, System Real-Time messages).
 */
final class SerialWire
{
    /** Microseconds that a byte takes. */
    public const BYTE_US = 320;
    public const BYTES_A_SECOND = 3125;

    /**
     * When each message has arrived whole.
     *
     * @param list<OnWire> $messages in the order sent
     * @param int|null $clockUs distance of clock bytes
     * @param int|null $firstClockUs when the first of them begins; null for the moment when the first message is sent, which is the worst for it
     *
     * @return list<int> microseconds
     */
    public static function arrivals(array $messages, ?int $clockUs = null, ?int $firstClockUs = null): array
    {
        $free = 0;
        $nextClock = null === $clockUs || [] === $messages ? \PHP_INT_MAX : ($firstClockUs ?? $messages[0]->timeUs);
        $arrivals = [];
        foreach ($messages as $message) {
            $time = $message->timeUs;
            for ($byte = 0; $byte < $message->bytes; ++$byte) {
                while ($nextClock <= max($free, $time)) {
                    $free = max($free, $nextClock) + self::BYTE_US;
                    $nextClock += (int) $clockUs;
                }
                $free = max($free, $time) + self::BYTE_US;
            }
            $arrivals[] = $free;
        }

        return $arrivals;
    }

    /**
     * How many bytes channel messages take, sent again and again, where the sender leaves out a status byte that is the same as the one before.
     *
     * @param string $messages one or more channel messages, such as those of a parameter number with its value
     * @param bool $isAlone whether nothing with another status byte is sent in between
     */
    public static function bytesOfStream(string $messages, bool $isAlone): int
    {
        preg_match_all('/[\x80-\xEF](?=[\x00-\x7F])/', $messages, $found);
        $before = $isAlone ? ($found[0][\count($found[0]) - 1] ?? '') : '';
        $bytes = \strlen($messages);
        foreach ($found[0] as $status) {
            $bytes -= $status === $before ? 1 : 0;
            $before = $status;
        }

        return $bytes;
    }

    /** How many bytes a message takes where the sender leaves out a status byte that is the same as the one before. */
    public static function bytes(string $message, string $before, bool $runningStatus): int
    {
        $canLeaveOut = $runningStatus && '' !== $message && '' !== $before && \ord($message[0]) < 0xF0 && $message[0] === $before[0];

        return \strlen($message) - ($canLeaveOut ? 1 : 0);
    }
}
