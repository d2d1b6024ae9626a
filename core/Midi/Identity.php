<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** What a device answers when it is asked what it is (MIDI 1.0, Universal Non-Real Time, General Information: Identity). */
final readonly class Identity
{
    /** Asks every device at a port. */
    public const REQUEST = "\xF0\x7E\x7F\x06\x01\xF7";

    /**
     * @param string $maker one byte, or a zero and two more
     * @param int $family 0..16383
     * @param int $member of the family, 0..16383
     * @param string $version four bytes
     */
    private function __construct(public string $maker, public int $family, public int $member, public string $version)
    {
    }

    /** What a message says; null where it is no such answer. */
    public static function of(string $bytes): ?self
    {
        $isLong = "\0" === ($bytes[5] ?? '');
        $length = $isLong ? 17 : 15;
        if ($length !== \strlen($bytes) || "\xF0\x7E" !== substr($bytes, 0, 2) || "\x06\x02" !== substr($bytes, 3, 2) || "\xF7" !== $bytes[$length - 1]) {
            return null;
        }
        $rest = $isLong ? 8 : 6;

        return new self(
            substr($bytes, 5, $rest - 5),
            \ord($bytes[$rest]) | \ord($bytes[$rest + 1]) << 7,
            \ord($bytes[$rest + 2]) | \ord($bytes[$rest + 3]) << 7,
            substr($bytes, $rest + 4, 4),
        );
    }

    public function words(): string
    {
        $version = implode('.', array_map(ord(...), str_split($this->version)));

        return 'maker '.Bytes::toHex($this->maker).", family {$this->family}, member {$this->member}, version {$version}";
    }
}
