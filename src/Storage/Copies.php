<?php

declare(strict_types=1);

namespace App\Storage;

/** A good copy of the database a day, for the day on which it is damaged. */
final readonly class Copies
{
    private const KEPT = 7;

    public function __construct(private DataFolder $data)
    {
    }

    /** What is wrong with the database; null when it is sound. */
    public function damage(): ?string
    {
        try {
            $found = $this->open($this->data->database)->query('PRAGMA quick_check(1)');
            $text = false === $found ? 'it cannot be read' : (string) $found->fetchColumn();

            return 'ok' === $text ? null : $text;
        } catch (\PDOException $error) {
            return $error->getMessage();
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

    /**
     * Puts the database aside, with all that belongs to it, under a name with the present time.
     *
     * @return string|null where it is now; null when there was none
     */
    public function putAside(): ?string
    {
        $there = array_filter(['', '-wal', '-shm'], fn (string $ending): bool => is_file($this->data->database.$ending));
        $aside = $this->asideName();
        foreach ($there as $ending) {
            if (!@rename($this->data->database.$ending, $aside.$ending)) {
                throw StorageProblem::ofSqlite('readonly database') ?? StorageProblem::nowhere();
            }
        }
        foreach ([$this->data->runs(), $this->data->benches(), $this->data->inMemory()] as $folder) {
            foreach (glob("{$folder}/*") ?: [] as $file) {
                @unlink($file);
            }
        }

        return [] === $there ? null : $aside;
    }

    public function restore(string $copy): void
    {
        if (!@copy($copy, $this->data->database)) {
            throw StorageProblem::diskFull();
        }
        chmod($this->data->database, 0o600);
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
