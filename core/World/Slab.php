<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/**
 * An expression slab: each finger has a member channel of its own in a lower MPE zone (channels 2 to 11), with bend over 48
 * semitones, pressure and timbre (controller 74).
 */
final class Slab implements Sender
{
    private const FINGERS = 10;

    public function play(string $control, int $value): string
    {
        if (1 !== preg_match('/^finger (\d{1,2}) (?:key (\d{1,3})|(bend|pressure|timbre))$/D', $control, $part, \PREG_UNMATCHED_AS_NULL)) {
            return '';
        }
        $finger = (int) $part[1];
        if ($finger < 1 || $finger > self::FINGERS) {
            return '';
        }
        $channel = $finger + 1;
        if (null !== $part[2]) {
            $key = (int) $part[2];
            if ($key > 127) {
                return '';
            }

            return (0 === $value ? '' : self::bend($channel, 8192)).HandBytes::note($channel, $key, $value);
        }

        return match ($part[3]) {
            'bend' => self::bend($channel, $value),
            'pressure' => \chr(0xD0 + $channel - 1).\chr(max(0, min(127, $value))),
            default => HandBytes::controller($channel, 74, $value),
        };
    }

    public function describe(): array
    {
        return ['face' => 'slab', 'channel' => 1, 'controls' => array_map(
            static fn (int $key): array => ['control' => "key {$key}", 'label' => ''],
            range(48, 72),
        )];
    }

    /** @param int $value 0 to 16383, 8192 in the middle */
    private static function bend(int $channel, int $value): string
    {
        $value = max(0, min(16383, $value));

        return \chr(0xE0 + $channel - 1).\chr($value & 0x7F).\chr($value >> 7);
    }
}
