<?php

declare(strict_types=1);

namespace App\Bench;

/** Lets one request at a time work on a thing that requests load, change and save. */
final readonly class SessionLock
{
    public function __construct(private string $cacheDir)
    {
    }

    /**
     * @template T
     *
     * @param callable(): T $work
     *
     * @return T
     */
    public function hold(string $name, callable $work): mixed
    {
        $folder = $this->cacheDir.'/locks';
        if (!is_dir($folder)) {
            @mkdir($folder, 0o700, true);
        }
        $file = fopen($folder.'/'.hash('xxh128', $name), 'c');
        if (false === $file || !flock($file, \LOCK_EX)) {
            throw new \RuntimeException('a lock file cannot be written; is the disk full?');
        }
        try {
            return $work();
        } finally {
            flock($file, \LOCK_UN);
            fclose($file);
        }
    }
}
