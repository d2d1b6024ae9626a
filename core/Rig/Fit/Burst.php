<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

use ZigzagPost\Core\Midi\SerialWire;

/** What goes over a lead at one time, such as at the change of a scene: each message with how late it arrives. */
final readonly class Burst
{
    /** @param list<Lateness> $messages in the order sent */
    private function __construct(public array $messages)
    {
    }

    /**
     * What one sender sends over a lead.
     *
     * @param list<array{int, string}> $messages time in microseconds and bytes, in the order sent
     * @param int $relays boxes on the way that wait for the whole message before they send it on
     */
    public static function over(array $messages, int $relays = 0, bool $runningStatus = false, ?int $clockUs = null): self
    {
        return self::merged([[$messages, $relays > 0 ? array_fill(0, $relays, Medium::Serial) : [], $clockUs]], Medium::Serial, $runningStatus) ??
            new self([]);
    }

    /**
     * What several senders send over a lead where their ways have come together: each waits for what came before it.
     *
     * @param list<array{list<array{int, string}>, list<Medium>, int|null}> $ways messages, what they go over before, from one box to the next that waits
     *                                                                            for the whole message, and distance of the clock bytes on it
     *
     * @return self|null null where it goes over something of which the time is not known
     */
    public static function merged(array $ways, Medium $last, bool $runningStatus = false): ?self
    {
        $waiting = [];
        $clocks = [];
        foreach ($ways as [$messages, $before, $clockUs]) {
            $lengths = self::lengths($messages, $runningStatus);
            $times = array_column($messages, 0);
            foreach ($before as $medium) {
                $times = $medium->arrivals(array_map(static fn (int $time, int $length): array => [$time, $length], $times, $lengths), $clockUs);
                if (null === $times) {
                    return null;
                }
            }
            foreach ($messages as $index => $message) {
                $waiting[] = [$times[$index], $lengths[$index], ...$message];
            }
            $clocks = null === $clockUs ? $clocks : [...$clocks, $clockUs];
        }
        usort($waiting, static fn (array $one, array $other): int => $one[0] <=> $other[0]);
        $arrivals = $last->arrivals(array_map(static fn (array $each): array => [$each[0], $each[1]], $waiting), [] === $clocks ? null : min($clocks));

        return null === $arrivals
            ? null
            : new self(
                array_map(
                    static fn (array $each, int $arrival): Lateness => new Lateness($each[2], $each[3], $arrival - $each[2]),
                    $waiting,
                    $arrivals,
                ),
            );
    }

    /**
     * @param list<array{int, string}> $messages
     *
     * @return list<int> bytes of each as they go over the lead
     */
    private static function lengths(array $messages, bool $runningStatus): array
    {
        $before = '';
        $lengths = [];
        foreach ($messages as [, $bytes]) {
            $lengths[] = SerialWire::bytes($bytes, $before, $runningStatus);
            $before = \ord($bytes[0] ?? "\xFF") < 0xF8 ? $bytes : $before;
        }

        return $lengths;
    }

    /** How late the latest message is, in microseconds. */
    public function worstUs(): int
    {
        return [] === $this->messages ? 0 : max(array_map(static fn (Lateness $each): int => $each->lateUs, $this->messages));
    }

    /** @return list<Lateness> the latest first */
    public function worstFirst(): array
    {
        $messages = $this->messages;
        usort($messages, static fn (Lateness $a, Lateness $b): int => $b->lateUs <=> $a->lateUs);

        return $messages;
    }
}
