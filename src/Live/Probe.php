<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Midi\Decoder;

/** A device of this computer that stands somewhere in the rig for a while: sends a message by hand, or hears what comes. */
final readonly class Probe
{
    private const LOOK_US = 5_000;
    private const MOST_AT_ONCE = 1024;
    /** Messages that are told of one listening. */
    private const MOST_MESSAGES = 100;
    private const REAL_TIME = 0xF8;

    /**
     * @param list<PlannedPort> $playing ports between real devices just now: what stands behind one of them is no probe
     *
     * @throws CannotPlay where it plays
     */
    public function __construct(private string $device, array $playing)
    {
        $path = Devices::find($device)->path;
        foreach ($playing as $port) {
            foreach ([$port->in, $port->out] as $connection) {
                if ($connection->isDevice() && Devices::find($connection->name)->path === $path) {
                    throw CannotPlay::because("{$device} plays at the port {$port->name}; take another device for the probe");
                }
            }
        }
    }

    /** @throws CannotPlay where it does not take it */
    public function send(string $bytes): void
    {
        $file = $this->open(true);
        $taken = $file->write($bytes);
        $file->close();
        if ($taken !== \strlen($bytes)) {
            throw CannotPlay::because("{$this->device} takes nothing; is it plugged in?");
        }
    }

    /**
     * @return list<string> whole messages that came within a time, but for real-time ones
     *
     * @throws CannotPlay where it cannot be opened
     */
    public function listen(float $seconds): array
    {
        $file = $this->open(false);
        $decoder = new Decoder();
        $faults = $heard = [];
        for ($end = microtime(true) + $seconds; microtime(true) < $end && \count($heard) < self::MOST_MESSAGES; usleep(self::LOOK_US)) {
            $bytes = $file->read(self::MOST_AT_ONCE);
            if (null === $bytes) {
                break;
            }
            foreach ($decoder->feed($bytes, $faults) as $message) {
                if (\ord($message[0]) < self::REAL_TIME) {
                    $heard[] = $message;
                }
            }
        }
        $file->close();

        return \array_slice($heard, 0, self::MOST_MESSAGES);
    }

    private function open(bool $isOut): DeviceFile
    {
        $found = Devices::find($this->device);

        return DeviceFile::open($found->path, $isOut, $found->plug);
    }
}
