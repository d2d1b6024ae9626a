<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\MiddleC;

/** An effect box with a row of presets: a program change recalls one, controller 11 is its pedal, controller 80 its bypass. */
final class EffectBox implements Receiver
{
    private const PRESETS = ['Slack tide', 'Harbour', 'Lamp oil', 'Gull choir', 'Rope walk', 'Undertow', 'Tin sea', 'Last bell', 'Fog', 'Salt'];
    private const EXPRESSION = 11;
    private const BYPASS = 80;

    private int $preset = 0;
    private int $recalls = 0;
    private bool $isBypassed = false;
    private int $pedal = 0;
    private int $elsewhere = 0;

    /**
     * @param int $channel the channel it answers on; 0 for all of them
     * @param int $presetsFrom what its first preset is called on its display, 0 or 1
     */
    public function __construct(private readonly int $channel, private readonly int $presetsFrom)
    {
    }

    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void
    {
        if (null !== $pulseUs) {
            return;
        }
        $status = \ord($bytes[0]);
        if ($status >= 0xF0) {
            return;
        }
        if (0 !== $this->channel && ($status & 0x0F) + 1 !== $this->channel) {
            ++$this->elsewhere;

            return;
        }
        $first = \ord($bytes[1]);
        if (0xC0 === ($status & 0xF0) && $first < \count(self::PRESETS)) {
            $this->preset = $first;
            $this->isBypassed = false;
            ++$this->recalls;
        } elseif (0xB0 === ($status & 0xF0) && self::BYPASS === $first) {
            $this->isBypassed = \ord($bytes[2]) >= 64;
        } elseif (0xB0 === ($status & 0xF0) && self::EXPRESSION === $first) {
            $this->pedal = \ord($bytes[2]);
        }
    }

    public function view(MiddleC $middle): array
    {
        return [
            'face' => 'effect',
            'channel' => $this->channel,
            'preset' => $this->preset + $this->presetsFrom,
            'presetName' => self::PRESETS[$this->preset],
            'presetsFrom' => $this->presetsFrom,
            'recalls' => $this->recalls,
            'isBypassed' => $this->isBypassed,
            'pedal' => $this->pedal,
            'elsewhere' => $this->elsewhere,
        ];
    }

    public function save(): array
    {
        return [$this->preset, $this->recalls, $this->isBypassed, $this->pedal, $this->elsewhere];
    }

    public function restore(array $saved): void
    {
        /** @var array{int, int, bool, int, int} $saved */
        [$this->preset, $this->recalls, $this->isBypassed, $this->pedal, $this->elsewhere] = $saved;
    }
}
