<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/** What a hand does to a control, as bytes: a press with its release, or a move to a value. */
final class Hand
{
    /**
     * The messages of a control at a value of its range.
     *
     * @return list<string> whole messages
     */
    public static function at(ControlMessage $message, int $value): array
    {
        $channel = ($message->channel ?? 1) - 1;
        $number = $message->number ?? 0;
        $cc = static fn (int $number, int $value): string => \chr(0xB0 | $channel).\chr($number & 0x7F).\chr($value & 0x7F);

        return match ($message->kind) {
            Kind::Note => [\chr(0x90 | $channel).\chr($number & 0x7F).\chr($value & 0x7F)],
            Kind::PolyPressure => [\chr(0xA0 | $channel).\chr($number & 0x7F).\chr($value & 0x7F)],
            Kind::Program => [\chr(0xC0 | $channel).\chr($number & 0x7F)],
            Kind::Pressure => [\chr(0xD0 | $channel).\chr($value & 0x7F)],
            Kind::Bend => [\chr(0xE0 | $channel).\chr(($value + 8192) & 0x7F).\chr(($value + 8192) >> 7 & 0x7F)],
            Kind::Nrpn => [$cc(99, $number >> 7), $cc(98, $number), $cc(6, $value >> 7), $cc(38, $value)],
            Kind::Rpn => [$cc(101, $number >> 7), $cc(100, $number), $cc(6, $value >> 7), $cc(38, $value)],
            Kind::Cc14 => [$cc($number, $value >> 7), $cc($number + 32, $value)],
            default => null !== $message->kind->systemStatus() ? [\chr((int) $message->kind->systemStatus())] : [$cc($number, $value)],
        };
    }

    /** @return non-empty-list<int> values that are tried: the ends and some between */
    public static function values(ControlMessage $message): array
    {
        [$first, $last] = [$message->first, $message->last];
        if ($message->isTwoState) {
            return [$last, $first];
        }

        return [$last, $first, intdiv($first + $last, 2), $first + intdiv($last - $first, 4), $first + intdiv(3 * ($last - $first), 4)];
    }
}
