<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** A step sequencer that is clock master and plays eight steps on channel 6; system exclusive does not pass it. */
final class StepSequencer implements Sender
{
    private const CHANNEL = 6;
    private const STEPS = [48, 55, 60, 55, 51, 58, 63, 58];

    public function play(string $control, int $value): string
    {
        $step = HandBytes::number($control, 'step');
        if (null !== $step) {
            return isset(self::STEPS[$step - 1]) ? HandBytes::note(self::CHANNEL, self::STEPS[$step - 1], $value) : '';
        }

        return match ($control) {
            'clock' => "\xF8",
            'start' => "\xFA",
            'stop' => "\xFC",
            default => '',
        };
    }

    public function describe(): array
    {
        $controls = [];
        foreach (array_keys(self::STEPS) as $step) {
            $controls[] = ['control' => 'step '.($step + 1), 'label' => (string) ($step + 1)];
        }

        return ['face' => 'sequencer', 'channel' => self::CHANNEL, 'controls' => $controls];
    }
}
