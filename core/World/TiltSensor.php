<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** A tilt sensor: controller 16 on channel 12, a stream that never stops once it runs. */
final class TiltSensor implements Sender
{
    private const CHANNEL = 12;
    private const CONTROLLER = 16;

    public function play(string $control, int $value): string
    {
        return 'tilt' === $control ? HandBytes::controller(self::CHANNEL, self::CONTROLLER, $value) : '';
    }

    public function describe(): array
    {
        return ['face' => 'tilt', 'channel' => self::CHANNEL, 'controls' => [['control' => 'tilt', 'label' => 'CC '.self::CONTROLLER]]];
    }
}
