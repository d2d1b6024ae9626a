<?php

declare(strict_types=1);

namespace App\Storage;

/** Files that are written wholly, of which nothing waits for the disk. Where the disk takes no more, memory does. */
final readonly class Shelf
{
    public function __construct(private string $folder, private string $inMemory)
    {
    }

    /**
     * Keeps a file on disk, or in memory until the disk has room.
     *
     * @return bool whether the disk has taken it
     *
     * @throws StorageProblem
     */
    public function write(string $name, string $bytes): bool
    {
        if (self::put($this->folder, $name, $bytes)) {
            @unlink("{$this->inMemory}/{$name}");

            return true;
        }
        if (!self::put($this->inMemory, $name, $bytes)) {
            throw StorageProblem::nowhere();
        }

        return false;
    }

    /**
     * Keeps a file that changes many times a second in memory, and every few seconds on disk as well.
     *
     * @return bool|null whether the disk has taken it; null when it was not its turn
     *
     * @throws StorageProblem
     */
    public function writeOften(string $name, string $bytes, int $seconds): ?bool
    {
        if (!self::put($this->inMemory, $name, $bytes)) {
            return self::put($this->folder, $name, $bytes) ? true : throw StorageProblem::nowhere();
        }
        clearstatcache(true, "{$this->folder}/{$name}");

        return time() - (int) @filemtime("{$this->folder}/{$name}") < $seconds ? null : self::put($this->folder, $name, $bytes);
    }

    /** Adds to a file, on disk or where that takes no more in memory; what is lost with the power is not waited for. */
    public function append(string $name, string $bytes): void
    {
        foreach ([$this->folder, $this->inMemory] as $folder) {
            if (
                (is_dir($folder) || @mkdir($folder, 0o700, true) || is_dir($folder))
                && \strlen($bytes) === @file_put_contents("{$folder}/{$name}", $bytes, \FILE_APPEND)
            ) {
                return;
            }
        }
    }

    public function delete(string $name): void
    {
        foreach ([$this->folder, $this->inMemory] as $folder) {
            @unlink("{$folder}/{$name}");
        }
    }

    public function read(string $name): ?string
    {
        $path = $this->path($name);
        $bytes = null === $path ? false : @file_get_contents($path);

        return false === $bytes ? null : $bytes;
    }

    /** Where a file is, the one in memory being the latest; null when there is none. */
    public function path(string $name): ?string
    {
        foreach ([$this->inMemory, $this->folder] as $folder) {
            if (is_file("{$folder}/{$name}")) {
                return "{$folder}/{$name}";
            }
        }

        return null;
    }

    /** Deletes what has not been used for so long. */
    public function sweep(int $seconds): void
    {
        self::sweepFolder($this->inMemory, $seconds);
        self::sweepFolder($this->folder, $seconds);
    }

    public static function sweepFolder(string $folder, int $seconds): void
    {
        foreach (glob("{$folder}/*") ?: [] as $file) {
            if (is_file($file) && time() - max((int) @filemtime($file), (int) @fileatime($file)) > $seconds) {
                @unlink($file);
            }
        }
    }

    /** Writes a file whole or not at all. */
    public static function put(string $folder, string $name, string $bytes): bool
    {
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            return false;
        }
        $part = "{$folder}/{$name}.".getmypid().'.part';
        $written = @file_put_contents($part, $bytes);
        if (\strlen($bytes) === $written && @rename($part, "{$folder}/{$name}")) {
            return true;
        }
        @unlink($part);

        return false;
    }
}
