<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;

/** A field of a message: the variable that holds it in compiled code, its range, and what happens outside of it. */
final readonly class Field
{
    private function __construct(
        public string $variable,
        public int $lowest,
        public int $highest,
        /** Whether a value out of range goes to the nearer end; otherwise it drops the message. */
        public bool $clamps,
        /** What is added to the variable when the field is read (programs counted from 1). */
        public int $shift = 0,
        public bool $readOnly = false,
    ) {
    }

    /** The field of a kind of message, or null when that kind has no such field. */
    public static function of(string $name, Kind $kind, bool $isRelease, int $programsFrom): ?self
    {
        return match ($name) {
            'channel' => $kind->hasChannel() ? new self('$ch', 1, 16, false) : null,
            'key' => $kind->hasKey() ? new self('$n', 0, 127, false) : null,
            'number' => self::number($kind),
            'velocity' => Kind::Note === $kind ? self::velocity($isRelease) : null,
            'release' => Kind::Note === $kind ? new self('$rel', 0, 127, true) : null,
            'value' => Kind::Note === $kind ? self::velocity($isRelease) : self::value($kind, $programsFrom),
            'program' => Kind::Program === $kind ? self::value($kind, $programsFrom) : null,
            'bend' => Kind::Bend === $kind ? self::value($kind, 0) : null,
            'pressure' => Kind::Pressure === $kind || Kind::PolyPressure === $kind ? self::value($kind, 0) : null,
            default => null,
        };
    }

    private static function velocity(bool $isRelease): self
    {
        return new self('$v', $isRelease ? 0 : 1, 127, true);
    }

    private static function number(Kind $kind): ?self
    {
        $range = Kind::Cc === $kind || Kind::Mode === $kind ? ValueRange::sevenBits() : $kind->numberRange();

        return null === $range ? null : new self('$n', $range->low, $range->high, false);
    }

    private static function value(Kind $kind, int $programsFrom): ?self
    {
        $range = $kind->valueRange();
        if (null === $range) {
            return null;
        }
        $isProgram = Kind::Program === $kind;

        return new self('$v', $range->low, $range->high, !$isProgram, $isProgram ? $programsFrom : 0, Kind::Sysex === $kind);
    }
}
