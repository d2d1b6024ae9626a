<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/**
 * Eight foot switches (controllers 80 to 87, 127 down and 0 up) and a pedal (controller 11), all on channel 16.
 *
 * The pedal is worn: from heel to toe it only reaches from 3 to 124.
 */
final class FootBoard implements Sender
{
    public const PEDAL_HEEL = 3;
    public const PEDAL_TOE = 124;

    private const CHANNEL = 16;
    private const FIRST_CONTROLLER = 80;
    private const SWITCHES = 8;

    public function play(string $control, int $value): string
    {
        if ('pedal' === $control) {
            $reached = self::PEDAL_HEEL + intdiv(max(0, min(127, $value)) * (self::PEDAL_TOE - self::PEDAL_HEEL), 127);

            return HandBytes::controller(self::CHANNEL, 11, $reached);
        }
        $switch = HandBytes::number($control, 'switch');

        return null === $switch || $switch < 1 || $switch > self::SWITCHES
            ? ''
            : HandBytes::controller(self::CHANNEL, self::FIRST_CONTROLLER + $switch - 1, $value > 0 ? 127 : 0);
    }

    public function describe(): array
    {
        $controls = array_map(
            static fn (int $switch): array => ['control' => "switch {$switch}", 'label' => (string) $switch],
            range(1, self::SWITCHES),
        );

        return ['face' => 'footboard', 'channel' => self::CHANNEL, 'controls' => [...$controls, ['control' => 'pedal', 'label' => 'Pedal']]];
    }
}
