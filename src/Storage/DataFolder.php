<?php

declare(strict_types=1);

namespace App\Storage;

/** Where everything is that belongs to one database: beside it, under its name. */
final readonly class DataFolder
{
    public function __construct(public string $database)
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

    /** Daily copies of the database. */
    public function copies(): string
    {
        return $this->beside('.copies');
    }

    /** Stands in for the disk when it is full; only its owner can read it. */
    public function inMemory(): string
    {
        $shared = is_dir('/dev/shm') ? '/dev/shm' : sys_get_temp_dir();

        return $shared.'/zigzag-'.posix_geteuid().'-'.hash('xxh64', $this->database);
    }

    private function beside(string $ending): string
    {
        return preg_replace('/\.sqlite$/D', '', $this->database).$ending;
    }
}
