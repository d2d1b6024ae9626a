<?php

declare(strict_types=1);

namespace App\Live;

/** What a computer has and can do for playing, as text that can be sent to somebody: devices, kernel, what could be opened. No names of people. */
final class HostReport
{
    private const MEASURED_S = 3;

    public function text(): string
    {
        $lines = [
            'kernel' => php_uname('s').' '.php_uname('r').' '.php_uname('m'),
            'PHP' => \PHP_VERSION.(\extension_loaded('Zend OPcache') ? ', opcode cache' : ', no opcode cache'),
            'processors' => (string) max(1, substr_count((string) @file_get_contents('/proc/cpuinfo'), "\nprocessor") + 1),
            'memory' => trim((string) preg_replace('/^MemTotal:\s+(\d+) kB.*/s', '$1 kB', (string) @file_get_contents('/proc/meminfo'))),
            'shared memory' => is_writable('/dev/shm') ? 'yes' : 'no: the journal is kept on disk',
            'real-time priority' => self::mayHavePriority() ? 'allowed' : 'not allowed to this user',
        ];
        $text = "Zigzag Post, report of a computer\n\n";
        foreach ($lines as $what => $value) {
            $text .= "{$what}: {$value}\n";
        }

        return $text."\n".$this->devices()."\n".$this->speed();
    }

    private static function mayHavePriority(): bool
    {
        $limits = (string) @file_get_contents('/proc/self/limits');

        return 0 === posix_geteuid() || 1 === preg_match('/^Max realtime priority\s+([1-9]\d*|unlimited)/m', $limits);
    }

    private function devices(): string
    {
        $text = '';
        foreach (Devices::list() as $device) {
            foreach (['in' => false, 'out' => true] as $direction => $isOut) {
                try {
                    DeviceFile::open($device->path, $isOut, $device->plug)->close();
                    $text .= "device {$device->name} ({$device->title}): {$direction} opens\n";
                } catch (CannotPlay $cannot) {
                    $text .= "device {$device->name} ({$device->title}): {$direction} does not: {$cannot->getMessage()}\n";
                }
            }
        }

        return '' === $text ? "no MIDI devices\n" : $text;
    }

    private function speed(): string
    {
        try {
            $latencies = Measurement::latencies(self::MEASURED_S, static function (): void {
            });
        } catch (CannotPlay $cannot) {
            return "speed: not measured, {$cannot->getMessage()}\n";
        }

        return \sprintf(
            "speed: %.3f ms in the middle, 99 of 100 below %.3f ms, at worst %.3f ms\n",
            Measurement::below($latencies, 0.5) / 1000,
            Measurement::below($latencies, 0.99) / 1000,
            Measurement::below($latencies, 1.0) / 1000,
        );
    }
}
