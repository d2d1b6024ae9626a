<?php

declare(strict_types=1);

namespace App\Documents;

use App\Storage\DataFolder;
use App\Storage\Shelf;
use App\Storage\StorageProblem;

/** The shows that are locked. A lock is the server's: it counts in every window, and after the application was started anew. */
final readonly class ShowLocks
{
    private const ID = '/^[0-9a-f]{16}$/D';

    private Shelf $shelf;

    public function __construct(private DataFolder $data)
    {
        $this->shelf = new Shelf($data->locks(), $data->inMemory());
    }

    public function of(string $rig): ?ShowLock
    {
        $kept = 1 === preg_match(self::ID, $rig) ? json_decode($this->shelf->read("{$rig}.locked") ?? '', true) : null;
        if (!\is_array($kept) || !\is_string($kept['by'] ?? null) || !\is_int($kept['at'] ?? null)) {
            return null;
        }

        return new ShowLock(
            $rig,
            \is_string($kept['book'] ?? null) ? $kept['book'] : null,
            $kept['by'],
            (new \DateTimeImmutable("@{$kept['at']}"))->setTimezone(new \DateTimeZone(date_default_timezone_get())),
        );
    }

    /**
     * Locks a show; one that is locked stays so, by whom it was.
     *
     * @throws StorageProblem
     */
    public function lock(string $rig, ?string $book, string $by): ShowLock
    {
        $lock = $this->of($rig) ?? new ShowLock($rig, $book, $by, new \DateTimeImmutable());
        $this->shelf->write(
            "{$rig}.locked",
            json_encode(['book' => $lock->book, 'by' => $lock->by, 'at' => $lock->at->getTimestamp()], \JSON_THROW_ON_ERROR),
        );

        return $lock;
    }

    public function unlock(string $rig): void
    {
        if (1 === preg_match(self::ID, $rig)) {
            $this->shelf->delete("{$rig}.locked");
        }
    }

    /** The lock on a document: of a rig, or of the rulebook of one. */
    public function on(string $document): ?ShowLock
    {
        foreach ($this->locked() as $rig) {
            $lock = $this->of($rig);
            if (null !== $lock && \in_array($document, [$lock->rig, $lock->book], true)) {
                return $lock;
            }
        }

        return null;
    }

    /** @throws LockedShow where the document is that of a show that is locked */
    public function refuse(string $document): void
    {
        $lock = $this->on($document);
        if (null !== $lock) {
            throw new LockedShow($lock);
        }
    }

    /** @return list<string> rigs */
    private function locked(): array
    {
        $files = [...glob($this->data->locks().'/*.locked') ?: [], ...glob($this->data->inMemory().'/*.locked') ?: []];

        return array_values(array_unique(array_map(static fn (string $file): string => basename($file, '.locked'), $files)));
    }
}
