<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** Eight faders on channel 5, controllers 20 to 27. */
final class FaderStrip implements Sender
{
    private const CHANNEL = 5;
    private const FIRST_CONTROLLER = 20;
    private const FADERS = 8;

    public function play(string $control, int $value): string
    {
        $fader = HandBytes::number($control, 'fader');

        return null === $fader || $fader < 1 || $fader > self::FADERS ? '' : HandBytes::controller(self::CHANNEL, self::FIRST_CONTROLLER + $fader - 1, $value);
    }

    public function describe(): array
    {
        return ['face' => 'faders', 'channel' => self::CHANNEL, 'controls' => array_map(
            static fn (int $fader): array => ['control' => "fader {$fader}", 'label' => 'CC '.(self::FIRST_CONTROLLER + $fader - 1)],
            range(1, self::FADERS),
        )];
    }
}
