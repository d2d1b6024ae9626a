<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Document\ContactMap;

/** A change that makes a lead work: what it costs, in words, and of what is written down about the lead or a box. */
final readonly class Mend
{
    /**
     * @param int $cost as boxes.md 1 counts: less is tried first
     * @param list<int> $turned cables and adapters that are turned round
     * @param int|null $part the cable or adapter in the place of which another is taken
     * @param array<string, string|int> $settings of a box, by their ids
     */
    private function __construct(
        public int $cost,
        public string $words,
        public array $turned = [],
        public ?int $part = null,
        public ?ContactMap $map = null,
        public ?string $unit = null,
        public array $settings = [],
    ) {
    }

    /** @param non-empty-array<int, string> $parts what they are called, by their places */
    public static function turned(array $parts): self
    {
        return new self(0, 'turn '.implode(' and ', $parts).' round', array_keys($parts));
    }

    public static function otherCable(string $what, int $part, ContactMap $map): self
    {
        return new self(4, "take a {$map->value} one in place of {$what}", part: $part, map: $map);
    }

    public static function adapter(string $words): self
    {
        return new self(4, $words);
    }

    public static function otherPlug(string $words): self
    {
        return new self(3, $words);
    }

    /** @param array<string, string|int> $settings */
    public static function setting(int $cost, string $words, string $unit, array $settings): self
    {
        return new self($cost, $words, unit: $unit, settings: $settings);
    }
}
