<?php

declare(strict_types=1);

namespace App\Storage;

use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Lock\Store\FlockStore;

/** Lets one request at a time work on a thing that requests load, change and save. */
final readonly class Locks
{
    public function __construct(private DataFolder $data)
    {
    }

    /**
     * @template T
     *
     * @param callable(): T $work
     *
     * @return T
     *
     * @throws StorageProblem
     */
    public function hold(string $name, callable $work): mixed
    {
        $lock = (new LockFactory(new FlockStore($this->folder())))->createLock($name, null);
        $lock->acquire(true);
        try {
            return $work();
        } finally {
            $lock->release();
        }
    }

    /** @throws StorageProblem */
    public function sweep(int $seconds): void
    {
        foreach (glob($this->folder().'/sf.*.lock') ?: [] as $file) {
            if (time() - (int) @filemtime($file) > $seconds) {
                @unlink($file);
            }
        }
    }

    /** @throws StorageProblem */
    private function folder(): string
    {
        $folder = $this->data->inMemory();
        if (!is_dir($folder) && !@mkdir($folder, 0o700, true) && !is_dir($folder)) {
            throw StorageProblem::nowhere();
        }

        return $folder;
    }
}
