<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

/** What goes over a lead at one time, such as at the change of a scene: each message with how late it arrives. */
final readonly class Burst
{
    /** @param list<Lateness> $messages in the order sent */
    private function __construct(public array $messages)
    {
    }

    /**
     * @param list<array{int, string}> $messages time in microseconds and bytes, in the order sent
     * @param int $relays boxes on the way that wait for the whole message before they send it on
     */
    public static function over(array $messages, int $relays = 0, bool $runningStatus = false, ?int $clockUs = null): self
    {
        $before = '';
        $lengths = [];
        foreach ($messages as [, $bytes]) {
            $lengths[] = Wire::bytes($bytes, $before, $runningStatus);
            $before = \ord($bytes[0] ?? "\xFF") < 0xF8 ? $bytes : $before;
        }
        $times = array_column($messages, 0);
        for ($hop = 0; $hop <= $relays; ++$hop) {
            $times = Wire::arrivals(array_map(static fn (int $time, int $length): array => [$time, $length], $times, $lengths), $clockUs);
        }

        return new self(array_map(static fn (array $message, int $arrival): Lateness => new Lateness($message[0], $message[1], $arrival - $message[0]), $messages, $times));
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
