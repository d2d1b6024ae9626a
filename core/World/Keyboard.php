<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** Four octaves of keys with a sustain pedal, a modulation and a bend wheel, on channel 1. */
final class Keyboard implements Sender
{
    private const CHANNEL = 1;
    private const LOWEST = 36;
    private const HIGHEST = 84;

    public function play(string $control, int $value): string
    {
        $number = HandBytes::number($control, 'key');
        if (null !== $number) {
            return $number < 0 || $number > 127 ? '' : HandBytes::note(self::CHANNEL, $number, $value);
        }

        return match ($control) {
            'sustain' => HandBytes::controller(self::CHANNEL, 64, $value >= 64 ? 127 : 0),
            'modulation' => HandBytes::controller(self::CHANNEL, 1, $value),
            'bend' => \chr(0xE0 + self::CHANNEL - 1).($value >= 127 ? "\x7F\x7F" : "\x00".\chr($value)), // 64 is the middle
            default => '',
        };
    }

    public function describe(): array
    {
        $controls = [];
        foreach (range(self::LOWEST, self::HIGHEST) as $key) {
            $controls[] = ['control' => "key {$key}", 'label' => ''];
        }

        return ['face' => 'keys', 'channel' => self::CHANNEL, 'controls' => [...$controls,
            ['control' => 'sustain', 'label' => 'Sustain'], ['control' => 'modulation', 'label' => 'Mod'], ['control' => 'bend', 'label' => 'Bend']]];
    }
}
