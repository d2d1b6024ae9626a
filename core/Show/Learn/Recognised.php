<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Midi\ValueRange;

/** A control that a hand has played, and what it is. */
final readonly class Recognised
{
    public const MOMENTARY = 'momentary switch';
    public const LATCHING = 'latching switch';
    public const PAD = 'pad or key';
    public const FADER = 'fader or pedal';
    public const FINE = '14-bit fader';
    public const ENCODER = 'encoder';
    public const WHEEL = 'wheel';
    public const PRESSURE = 'pressure';
    public const PARAMETER = 'parameter message';
    public const PROGRAM = 'program button';
    public const TRANSPORT = 'transport button';

    /**
     * @param list<string> $sorts what it can be, the likeliest first; one alone is sure
     * @param ValueRange $range the lowest and the highest value that came
     * @param string|null $unit of the rig, where a chart knows it
     * @param string|null $control its name in the chart
     */
    public function __construct(
        public Played $played,
        public array $sorts,
        public ValueRange $range,
        public ?string $unit = null,
        public ?string $control = null,
    ) {
    }

    public function isSure(): bool
    {
        return 1 === \count($this->sorts);
    }

    /** Whether it stands at one of two places, or only begins something. */
    public function isPressed(): bool
    {
        return \in_array($this->sorts[0] ?? '', [self::MOMENTARY, self::LATCHING, self::PAD, self::PROGRAM, self::TRANSPORT], true);
    }

    public function named(string $unit, string $control, string $sort): self
    {
        return new self($this->played, [$sort], $this->range, $unit, $control);
    }
}
