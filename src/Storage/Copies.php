<?php

declare(strict_types=1);

namespace App\Storage;

/** A good copy of the database a day, for the day on which it is damaged. */
final readonly class Copies
{
    private const KEPT = 7;
    /** The files of a database. */
    private const ENDINGS = ['', '-wal', '-shm'];

    public function __construct(private DataFolder $data)
    {
    }

    /**
     * What is wrong with the database; null when it is sound, or when there has never been one. A file without anything in it beside
     * copies is no new library: something has emptied it.
     */
    public function damage(): ?string
    {
        $hasCopies = [] !== $this->all();
        clearstatcache(true, $this->data->database);
        if (!is_file($this->data->database)) {
            return $hasCopies || null !== $this->aside(null) ? 'this database is not in its place, though there are older ones beside it' : null;
        }
        try {
            $database = $this->open($this->data->database);
            $found = $database->query('PRAGMA quick_check(1)');
            $text = false === $found ? 'it cannot be read' : (string) $found->fetchColumn();
            $tables = $database->query("SELECT count(*) FROM sqlite_master WHERE type = 'table'");
            $isEmpty = false === $tables || 0 === (int) $tables->fetchColumn();

            return 'ok' !== $text ? 'this database is damaged' : ($isEmpty && $hasCopies ? 'this database is empty, though there are copies of it' : null);
        } catch (\PDOException) {
            return 'this database is damaged';
        }
    }

    /** Makes today's copy, unless there is one. */
    public function make(): void
    {
        $copy = $this->data->copies().'/'.date('Y-m-d').'.sqlite';
        if (is_file($copy) || !is_file($this->data->database)) {
            return;
        }
        if (!is_dir($this->data->copies())) {
            @mkdir($this->data->copies(), 0o700, true);
        }
        $part = "{$copy}.part";
        @unlink($part);
        try {
            $database = $this->open($this->data->database);
            $database->exec('VACUUM INTO '.$database->quote($part));
        } catch (\PDOException) {
            @unlink($part);

            return; // no room for it
        }
        chmod($part, 0o600);
        rename($part, $copy);
        foreach (\array_slice(array_reverse($this->all()), self::KEPT) as $old) {
            @unlink($old);
        }
    }

    /** The latest copy that is sound; null when there is none. */
    public function latest(): ?string
    {
        foreach (array_reverse($this->all()) as $copy) {
            try {
                $found = $this->open($copy)->query('PRAGMA quick_check(1)');
                if (false !== $found && 'ok' === $found->fetchColumn()) {
                    return $copy;
                }
            } catch (\PDOException) {
                continue;
            }
        }

        return null;
    }

    /** Where the library is made whole that takes the place of this one. */
    public function staged(): string
    {
        return $this->data->staged();
    }

    /**
     * Makes a whole copy of a library, to take the place of this one.
     *
     * @throws StorageProblem when the disk does not take it, or it is damaged; nothing of what is here is changed
     */
    public function stage(string $from): void
    {
        $this->unstage();
        $isCopied = @copy($from, $this->staged());
        foreach (['-wal', '-shm'] as $ending) {
            $isCopied = $isCopied && (!is_file($from.$ending) || @copy($from.$ending, $this->staged().$ending));
        }
        if (!$isCopied) {
            $this->unstage();
            throw StorageProblem::diskFull();
        }
    }

    /** Clears away what was made and did not take its place. */
    public function unstage(): void
    {
        foreach (self::ENDINGS as $ending) {
            @unlink($this->staged().$ending);
        }
    }

    /**
     * Puts the database aside, with all that belongs to it, under a name with the present time; what was staged takes its place.
     *
     * @return string|null where it is now; null when there was none
     *
     * @throws StorageProblem when what was staged is not whole; nothing is changed then
     */
    public function replace(): ?string
    {
        $this->settle($this->staged());
        $aside = $this->asideName();
        $this->fold();
        $there = array_filter(self::ENDINGS, fn (string $ending): bool => is_file($this->data->database.$ending));
        $moved = [];
        foreach ($there as $ending) {
            if (!@rename($this->data->database.$ending, $aside.$ending)) {
                $this->putBack($moved);
                throw StorageProblem::ofSqlite('readonly database') ?? StorageProblem::nowhere();
            }
            $moved[$aside.$ending] = $this->data->database.$ending;
        }
        if (!@rename($this->staged(), $this->data->database)) {
            $this->putBack($moved);
            throw StorageProblem::nowhere();
        }
        foreach ([$this->data->runs(), $this->data->benches(), $this->data->locks(), $this->data->inMemory()] as $folder) {
            foreach (glob("{$folder}/*") ?: [] as $file) {
                @unlink($file);
            }
        }

        return [] === $there ? null : $aside;
    }

    /** What was put aside under a name, or last; null when there is none. */
    public function aside(?string $name): ?string
    {
        $all = array_values(array_filter(glob(preg_replace('/\.sqlite$/D', '', $this->data->database).'.aside-*.sqlite') ?: [], is_file(...)));
        usort($all, static fn (string $a, string $b): int => strnatcmp(basename($a, '.sqlite'), basename($b, '.sqlite'))); // their names are times
        $named = null === $name ? [] : array_values(array_filter($all, static fn (string $file): bool => basename($file) === basename($name)));

        return null === $name ? ($all[\count($all) - 1] ?? null) : ($named[0] ?? null);
    }

    /** Makes one file of the database and its log, where it is sound. */
    private function fold(): void
    {
        try {
            if (is_file($this->data->database)) {
                $this->open($this->data->database)->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            }
        } catch (\PDOException) {
            // it is put aside as it is
        }
    }

    /**
     * One file, whole and on the disk.
     *
     * @throws StorageProblem
     */
    private function settle(string $database): void
    {
        try {
            $opened = $this->open($database);
            $opened->exec('PRAGMA wal_checkpoint(TRUNCATE)');
            $found = $opened->query('PRAGMA quick_check(1)');
            $isSound = false !== $found && 'ok' === $found->fetchColumn();
            $tables = $opened->query("SELECT count(*) FROM sqlite_master WHERE type = 'table'");
            $isSound = $isSound && false !== $tables && 0 < (int) $tables->fetchColumn();
            unset($found, $tables, $opened);
        } catch (\PDOException $error) {
            throw StorageProblem::ofSqlite($error->getMessage()) ?? StorageProblem::diskFull();
        }
        $file = @fopen($database, 'r+');
        if (!$isSound || false === $file || !fsync($file)) {
            throw StorageProblem::diskFull();
        }
        chmod($database, 0o600);
        foreach (['-wal', '-shm'] as $ending) {
            @unlink($database.$ending);
        }
    }

    /** @param array<string, string> $moved where files were, by where they are */
    private function putBack(array $moved): void
    {
        foreach ($moved as $from => $to) {
            @rename((string) $from, $to);
        }
    }

    private function asideName(): string
    {
        $base = preg_replace('/\.sqlite$/D', '', $this->data->database).'.aside-'.date('Y-m-d-His');
        for ($name = $base, $i = 2; is_file("{$name}.sqlite"); ++$i) {
            $name = "{$base}-{$i}";
        }

        return "{$name}.sqlite";
    }

    /** @return list<string> oldest first */
    private function all(): array
    {
        return glob($this->data->copies().'/????-??-??.sqlite') ?: [];
    }

    private function open(string $file): \PDO
    {
        return new \PDO("sqlite:{$file}", null, null, [\PDO::ATTR_ERRMODE => \PDO::ERRMODE_EXCEPTION]);
    }
}
