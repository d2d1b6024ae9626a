<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** Sixteen pads on channel 10, keys 36 to 51. */
final class PadTray implements Sender
{
    private const CHANNEL = 10;
    private const FIRST_KEY = 36;
    private const PADS = 16;

    public function play(string $control, int $value): string
    {
        $pad = HandBytes::number($control, 'pad');

        return null === $pad || $pad < 1 || $pad > self::PADS ? '' : HandBytes::note(self::CHANNEL, self::FIRST_KEY + $pad - 1, $value);
    }

    public function describe(): array
    {
        return ['face' => 'pads', 'channel' => self::CHANNEL, 'controls' => array_map(
            static fn (int $pad): array => ['control' => "pad {$pad}", 'label' => (string) $pad],
            range(1, self::PADS),
        )];
    }
}
