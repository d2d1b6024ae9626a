<?php

declare(strict_types=1);

namespace App\Live;

/**
 * The time of a run: microseconds on the monotonic clock of this computer since it began, whatever the clock of the day does. A player that is
 * started again goes on in the same time, so that clocks keep their phase; after the computer was off it goes on where the run stood.
 */
final class HostClock
{
    private int $zeroNs = 0;

    public function __construct(private readonly string $folder)
    {
    }

    /** @return int the present time of a run that stood at a time when it was last heard of */
    public function begin(int $stoodUs): int
    {
        $file = "{$this->folder}/zero";
        [$boot, $zero] = explode(' ', trim((string) @file_get_contents($file)), 2) + ['', ''];
        $this->zeroNs = $boot === self::boot() && ctype_digit(ltrim($zero, '-')) ? (int) $zero : hrtime(true) - 1000 * $stoodUs;
        if ($this->nowUs() < $stoodUs) {
            $this->zeroNs = hrtime(true) - 1000 * $stoodUs;
        }
        HostFolder::write($file, self::boot()." {$this->zeroNs}\n");

        return $this->nowUs();
    }

    public function nowUs(): int
    {
        return intdiv(hrtime(true) - $this->zeroNs, 1000);
    }

    private static function boot(): string
    {
        return trim((string) @file_get_contents('/proc/sys/kernel/random/boot_id'));
    }
}
