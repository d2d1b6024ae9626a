<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Document\ContactMap;

/** A change that makes a lead work: what it costs, in words, and of what is written down about the lead or a box. */
final readonly class Mend
{
    /**
     * @param int $cost as boxes.md 1 counts: less is tried first
     * @param string $words by which it is known in what was put to rest, so that they never change
     * @param string $told what to do, as it is told
     * @param list<int> $turned cables and adapters that are turned round
     * @param int|null $part the cable or adapter in the place of which another is taken
     * @param array<string, string|int> $settings of a box, by their ids
     * @param int|null $without the cable or adapter that is taken out
     */
    private function __construct(
        public int $cost,
        public string $words,
        public string $told,
        public array $turned = [],
        public ?int $part = null,
        public ?ContactMap $map = null,
        public ?string $unit = null,
        public array $settings = [],
        public ?int $without = null,
    ) {
    }

    /** @param non-empty-array<int, string> $parts what they are called, by their places */
    public static function turned(array $parts): self
    {
        $all = array_map(self::the(...), $parts);

        return new self(0, 'turn '.implode(' and ', $parts).' round', 'turn '.implode(' and ', $all).' round', array_keys($parts));
    }

    public static function otherCable(string $what, int $part, ContactMap $map): self
    {
        $the = self::the($what);

        return new self(4, "take a {$map->value} one in place of {$what}", "replace {$the} with a {$map->value} one", part: $part, map: $map);
    }

    public static function less(string $what, int $part): self
    {
        return new self(4, "take {$what} out", 'take '.self::the($what).' out', without: $part);
    }

    /** @param string $between the plugs that it leads from and to, such as "from din to jack 3.5 mm"; empty where it is put behind what is there */
    public static function adapter(ContactMap $map, string $between): self
    {
        return new self(4, trim("put a {$map->value} adapter {$between}").' between', trim("add a {$map->value} adapter {$between}"));
    }

    /** @param string $between the plugs that it leads from and to */
    public static function cable(ContactMap $map, string $between): self
    {
        return new self(4, "take a {$map->value} cable {$between} between", "use a {$map->value} cable {$between}");
    }

    public static function otherPlug(string $words): self
    {
        return new self(3, $words, $words);
    }

    /** @param array<string, string|int> $settings */
    public static function setting(int $cost, string $words, string $unit, array $settings): self
    {
        return new self($cost, $words, $words, unit: $unit, settings: $settings);
    }

    /** A part of a lead as one speaks of it. */
    private static function the(string $what): string
    {
        return 1 === preg_match('/^(?:the|an?|my|our)\b/i', $what) ? $what : "the {$what}";
    }
}
