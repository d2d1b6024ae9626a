<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

use ZigzagPost\Core\Midi\OnWire;
use ZigzagPost\Core\Midi\SerialWire;

/** What a lead is, as to time: a serial one is reckoned to the microsecond, USB is estimated, and of a network nobody knows. */
enum Medium
{
    /** USB hands over what there is once a millisecond. */
    private const FRAME_US = 1000;

    case Serial;
    case Usb;
    case Network;

    /**
     * When each message has arrived whole.
     *
     * @param list<OnWire> $messages in the order sent
     * @param int|null $clockUs distance of clock bytes on the same lead
     *
     * @return list<int>|null microseconds; null where that is not known
     */
    public function arrivals(array $messages, ?int $clockUs): ?array
    {
        return match ($this) {
            self::Serial => SerialWire::arrivals($messages, $clockUs),
            self::Usb => array_map(static fn (OnWire $message): int => (intdiv($message->timeUs, self::FRAME_US) + 1) * self::FRAME_US, $messages),
            self::Network => null,
        };
    }
}
