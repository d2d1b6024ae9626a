<?php

declare(strict_types=1);

namespace App\Storage;

/** Where everything is that belongs to one database: beside it, under its name. */
final class DataFolder
{
    private ?string $inMemory = null;

    public function __construct(public readonly string $database)
    {
    }

    /** The results of runs. */
    public function runs(): string
    {
        return $this->beside('.runs');
    }

    /** Benches that are played. */
    public function benches(): string
    {
        return $this->beside('.benches');
    }

    /** Shows that are locked. */
    public function locks(): string
    {
        return $this->beside('.locks');
    }

    /** Shows that are played between real devices. */
    public function live(): string
    {
        return $this->beside('.live');
    }

    /** Backups that are coming in. */
    public function incoming(): string
    {
        return $this->beside('.incoming');
    }

    /** A library that is being made, to take the place of this one. */
    public function staged(): string
    {
        return $this->beside('.next.sqlite');
    }

    /** Daily copies of the database. */
    public function copies(): string
    {
        return $this->beside('.copies');
    }

    /** Stands in for the disk when it is full; nobody but its owner can look into it. */
    public function inMemory(): string
    {
        return $this->inMemory ??= (new MemoryFolder($this->beside('.memory'), $this->beside('.instead'), self::shared()))->path();
    }

    /** Where an earlier version had such a folder, under a name that could be guessed. */
    public function formerlyInMemory(): string
    {
        return self::shared().'/zigzag-'.posix_geteuid().'-'.hash('xxh64', $this->database);
    }

    private static function shared(): string
    {
        return is_dir('/dev/shm') ? '/dev/shm' : sys_get_temp_dir();
    }

    private function beside(string $ending): string
    {
        return preg_replace('/\.sqlite$/D', '', $this->database).$ending;
    }
}
