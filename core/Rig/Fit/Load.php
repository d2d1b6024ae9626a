<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Fit;

use ZigzagPost\Core\Midi\SerialWire;

/** What streams over a lead all the time: bytes a second, and how it can be made to fit. */
final readonly class Load
{
    public const WARN_PERCENT = 70;
    private const LONGEST_THIN_MS = 10_000;

    /**
     * @param float $fixed bytes a second that cannot be thinned, such as a clock
     * @param list<array{what: string, bytes: float, rate: float}> $streams bytes of a message, and messages a second
     * @param list<string> $unknown what goes over it besides and is not counted, since nobody knows how much it is
     */
    public function __construct(public float $fixed, public array $streams, public array $unknown = [])
    {
    }

    /** This and what others send over the same lead. */
    public function with(self $other): self
    {
        return new self($this->fixed + $other->fixed, [...$this->streams, ...$other->streams], [...$this->unknown, ...$other->unknown]);
    }

    /** Of what the lead can carry, in per cent. */
    public function percent(): float
    {
        return 100 * $this->bytesAt(null) / SerialWire::BYTES_A_SECOND;
    }

    /** Whether so much goes over the lead that it should be thinned. */
    public function isHeavy(): bool
    {
        return !self::fits($this->bytesAt(null));
    }

    /** The shortest time between two messages of each stream, in whole milliseconds, so that 70 per cent are not passed; null where no thinning helps. */
    public function thinMs(): ?int
    {
        if (!self::fits($this->fixed)) {
            return null;
        }
        [$low, $high] = [1, self::LONGEST_THIN_MS];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            [$low, $high] = self::fits($this->bytesAt($middle)) ? [$low, $middle] : [$middle + 1, $high];
        }

        return self::fits($this->bytesAt($low)) ? $low : null;
    }

    /** Whether so many bytes a second leave room; a millionth of a byte is no matter. */
    private static function fits(float $bytes): bool
    {
        return $bytes <= SerialWire::BYTES_A_SECOND * self::WARN_PERCENT / 100 + 1e-6;
    }

    private function bytesAt(?int $thinMs): float
    {
        $bytes = $this->fixed;
        foreach ($this->streams as $stream) {
            $bytes += $stream['bytes'] * (null === $thinMs ? $stream['rate'] : min($stream['rate'], 1000 / $thinMs));
        }

        return $bytes;
    }
}
