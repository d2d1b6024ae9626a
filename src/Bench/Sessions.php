<?php

declare(strict_types=1);

namespace App\Bench;

use App\Api\ApiProblem;
use App\Storage\DataFolder;
use App\Storage\Locks;
use App\Storage\Shelf;
use App\Storage\StorageProblem;

/** The benches in use, a file each; one request at a time works on one. They are no documents: playing does not wait for the disk. */
final readonly class Sessions
{
    /** A bench is on disk at the latest so many seconds after it was played. */
    private const DISK_SECONDS = 2;

    private Shelf $shelf;

    public function __construct(DataFolder $data, private Locks $locks)
    {
        $this->shelf = new Shelf($data->benches(), $data->inMemory());
    }

    /** @throws StorageProblem */
    public function keep(BenchSession $session): void
    {
        ++$session->turn;
        $isOnDisk = $this->shelf->writeOften("{$session->id}.bench", $session->bytes(), self::DISK_SECONDS);
        $session->isOnDisk = $isOnDisk ?? $session->isOnDisk;
    }

    /**
     * Works on a bench, while nobody else does.
     *
     * @template T
     *
     * @param callable(BenchSession): T $work
     *
     * @return T
     *
     * @throws StorageProblem
     */
    public function with(string $id, callable $work): mixed
    {
        if (1 !== preg_match('/^[0-9a-f]{16}$/D', $id)) {
            throw ApiProblem::notFound('bench');
        }

        if (null === $this->shelf->path("{$id}.bench")) {
            throw ApiProblem::notFound('bench'); // a name that somebody made up leaves no lock
        }

        return $this->locks->hold($id, function () use ($id, $work): mixed {
            $bytes = $this->shelf->read("{$id}.bench") ?? throw ApiProblem::notFound('bench');

            return $work(BenchSession::of($id, $bytes) ?? throw ApiProblem::notFound('bench'));
        });
    }

    /** How far a bench is; null when there is none. Nobody is waited for. */
    public function turn(string $id): ?int
    {
        $path = 1 === preg_match('/^[0-9a-f]{16}$/D', $id) ? $this->shelf->path("{$id}.bench") : null;

        return null === $path ? null : BenchSession::turn((string) @file_get_contents($path, false, null, 0, 64));
    }

    /** A bench as it was last kept, to be looked at only; null when there is none. */
    public function look(string $id): ?BenchSession
    {
        $bytes = 1 === preg_match('/^[0-9a-f]{16}$/D', $id) ? $this->shelf->read("{$id}.bench") : null;

        return null === $bytes ? null : BenchSession::of($id, $bytes);
    }

    public function sweep(int $seconds): void
    {
        $this->shelf->sweep($seconds);
    }
}
