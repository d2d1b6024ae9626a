<?php

declare(strict_types=1);

namespace App\Live;

/**
 * One direction of a device, or of what stands for one: a raw MIDI device, a FIFO, a pseudo-terminal. Bytes as they come, without blocking,
 * not even when it is opened.
 */
final class DeviceFile
{
    /** @param resource $stream */
    private function __construct(public readonly string $path, public readonly mixed $stream, private readonly string $place)
    {
    }

    /**
     * @param int|null $plug which plug of an interface with several, from 1
     *
     * @throws CannotPlay where it cannot be opened now
     */
    public static function open(string $path, bool $isOut, ?int $plug = null, OpensDevices $system = new SystemDevices()): self
    {
        clearstatcache(true, $path);
        $type = @filetype($path);
        if (false === $type) {
            throw CannotPlay::because("{$path}: there is no such device");
        }
        if ('fifo' !== $type && 'char' !== $type) {
            throw CannotPlay::because("{$path}: this is neither a device nor a FIFO");
        }
        // A FIFO is opened both ways, so that it neither blocks nor ends when there is nobody at its other end.
        $stream = 'fifo' === $type && null === $plug ? @fopen($path, 'r+ne') : $system->open($path, $plug, $isOut);
        if (false === $stream) {
            throw CannotPlay::because("{$path}: this FIFO cannot be opened; check its permissions");
        }
        stream_set_blocking($stream, false);
        stream_set_read_buffer($stream, 0);
        stream_set_write_buffer($stream, 0);
        if (stream_isatty($stream)) {
            self::makeRaw($path);
        }

        return new self($path, $stream, self::placeOf($path) ?? '');
    }

    /**
     * @param int<1, max> $most
     *
     * @return string|null what came, nothing where nothing did; null where there is no more to come, ever
     */
    public function read(int $most): ?string
    {
        error_clear_last();
        $bytes = @fread($this->stream, $most);
        if (false === $bytes || '' === $bytes) {
            return null !== error_get_last() || feof($this->stream) ? null : '';
        }

        return $bytes;
    }

    /** @return int|null how much the system took; null where the device is gone */
    public function write(string $bytes): ?int
    {
        error_clear_last();
        $taken = @fwrite($this->stream, $bytes);
        if (false !== $taken && $taken > 0) {
            return $taken;
        }

        return str_contains(error_get_last()['message'] ?? 'unavailable', 'unavailable') ? 0 : null;
    }

    /** Whether what stands under the name is still what was opened. */
    public function isThere(): bool
    {
        return self::placeOf($this->path) === $this->place;
    }

    public function close(): void
    {
        if (\is_resource($this->stream)) {
            fclose($this->stream);
        }
    }

    private static function placeOf(string $path): ?string
    {
        clearstatcache(true, $path);
        $found = @stat($path);

        return false === $found ? null : "{$found['dev']} {$found['ino']} {$found['rdev']}";
    }

    /** Every byte is MIDI: nothing is echoed, and none means anything to the system. */
    private static function makeRaw(string $path): void
    {
        $null = ['file', '/dev/null', 'r+'];
        $process = proc_open(['stty', '-F', $path, 'raw', '-echo'], [$null, $null, $null], $pipes);
        if (!\is_resource($process) || 0 !== proc_close($process)) {
            throw CannotPlay::because("{$path}: this terminal cannot be made raw, so that bytes could be changed on the way");
        }
    }
}
