<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

use ZigzagPost\Core\Midi\SerialWire;

/**
 * A serial lead of 31 250 baud: ten bits a byte, so 320 microseconds; one direction.
 *
 * Messages leave in order, each as soon as the wire is free. Where a clock runs over the same lead, its byte goes between two bytes
 * of anything (MIDI 1.0, System Real-Time messages).
 */
final class Wire
{
    public const BYTES_A_SECOND = 3125;

    /**
     * When each message has arrived whole.
     *
     * @param list<array{int, int}> $messages time in microseconds and bytes, in the order sent
     * @param int|null $clockUs distance of clock bytes; the first has just begun when the first message is sent, which is the worst phase
     *
     * @return list<int> microseconds
     */
    public static function arrivals(array $messages, ?int $clockUs = null): array
    {
        $free = 0;
        $nextClock = null === $clockUs || [] === $messages ? \PHP_INT_MAX : $messages[0][0];
        $arrivals = [];
        foreach ($messages as [$time, $bytes]) {
            for ($byte = 0; $byte < $bytes; ++$byte) {
                while ($nextClock <= max($free, $time)) {
                    $free = max($free, $nextClock) + SerialWire::BYTE_US;
                    $nextClock += (int) $clockUs;
                }
                $free = max($free, $time) + SerialWire::BYTE_US;
            }
            $arrivals[] = $free;
        }

        return $arrivals;
    }

    /** How many bytes a message takes where the sender leaves out a status byte that is the same as the one before. */
    public static function bytes(string $message, string $before, bool $runningStatus): int
    {
        $canLeaveOut = $runningStatus && '' !== $message && '' !== $before && \ord($message[0]) < 0xF0 && $message[0] === $before[0];

        return \strlen($message) - ($canLeaveOut ? 1 : 0);
    }
}
