<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

use ZigzagPost\Core\Midi\OnWire;
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
     * @param list<SentMessage> $messages in the order sent
     * @param int $relays boxes on the way that wait for the whole message before they send it on
     */
    public static function over(array $messages, int $relays = 0, bool $runningStatus = false, ?int $clockUs = null): self
    {
        $before = $relays > 0 ? array_fill(0, $relays, Medium::Serial) : [];

        return self::merged([new SentOver($messages, $before, $clockUs)], Medium::Serial, $runningStatus) ?? new self([]);
    }

    /**
     * What several senders send over a lead where their ways have come together: each waits for what came before it.
     *
     * @param list<SentOver> $ways
     *
     * @return self|null null where it goes over something of which the time is not known
     */
    public static function merged(array $ways, Medium $last, bool $runningStatus = false): ?self
    {
        $waiting = [];
        $clocks = [];
        foreach ($ways as $way) {
            $lengths = self::lengths($way->messages, $runningStatus);
            $times = array_map(static fn (SentMessage $message): int => $message->timeUs, $way->messages);
            foreach ($way->before as $medium) {
                $times = $medium->arrivals(self::onWire($times, $lengths), $way->clockUs);
                if (null === $times) {
                    return null;
                }
            }
            foreach ($way->messages as $index => $message) {
                $waiting[] = new WaitingMessage($times[$index], $lengths[$index], $message);
            }
            $clocks = null === $way->clockUs ? $clocks : [...$clocks, $way->clockUs];
        }
        usort($waiting, static fn (WaitingMessage $one, WaitingMessage $other): int => $one->atUs <=> $other->atUs);
        $arrivals = $last->arrivals(
            array_map(static fn (WaitingMessage $each): OnWire => new OnWire($each->atUs, $each->length), $waiting),
            [] === $clocks ? null : min($clocks),
        );
        $late = static fn (WaitingMessage $each, int $arrivalUs): Lateness => new Lateness(
            $each->message->timeUs,
            $each->message->bytes,
            $arrivalUs - $each->message->timeUs,
        );

        return null === $arrivals ? null : new self(array_map($late, $waiting, $arrivals));
    }

    /**
     * @param list<int> $times
     * @param list<int> $lengths
     *
     * @return list<OnWire>
     */
    private static function onWire(array $times, array $lengths): array
    {
        return array_map(static fn (int $timeUs, int $bytes): OnWire => new OnWire($timeUs, $bytes), $times, $lengths);
    }

    /**
     * @param list<SentMessage> $messages
     *
     * @return list<int> bytes of each as they go over the lead
     */
    private static function lengths(array $messages, bool $runningStatus): array
    {
        $before = '';
        $lengths = [];
        foreach ($messages as $message) {
            $bytes = $message->bytes;
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
