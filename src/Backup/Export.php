<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\DocumentName;
use App\Documents\Kinds;
use App\Storage\DataFolder;
use App\Storage\StorageProblem;

/**
 * Everything in one file: a zip with a file for each document and each of its revisions, and a manifest, which has a line for each document.
 *
 * It is read from one state of the database, whatever is saved meanwhile, and written as it goes: memory stays the same however much there is.
 */
final readonly class Export
{
    public const MANIFEST = 'manifest.json';
    public const FORMAT = 'zigzag post documents';
    public const VERSION = 1;
    /** What the manifest begins and ends with; between them stands a document a line. */
    public const BEGINS = '{"format":"'.self::FORMAT.'","version":'.self::VERSION.',"documents":[';
    public const ENDS = ']}';

    private const ROWS =
        'SELECT rowid, id, kind, name, version, created_at, changed_at, changed_by, text = good_text AS is_good, '
        ."good_text <> '' AS was_good, notes <> '' AS is_noted, summary FROM document WHERE ";

    public function __construct(private DataFolder $data)
    {
    }

    /**
     * @param \Closure(string): void $write takes the bytes of the zip
     *
     * @throws StorageProblem
     */
    public function write(\Closure $write): void
    {
        if (!is_file($this->data->database)) {
            throw StorageProblem::isGone($this->data->database);
        }
        $database = new \SQLite3($this->data->database, \SQLITE3_OPEN_READWRITE);
        $database->enableExceptions(true);
        try {
            $database->busyTimeout(5000);
            $database->exec('BEGIN');
            $this->documents($database, new ZipWriter($write));
            $database->exec('COMMIT');
        } catch (\Exception $error) {
            // SQLite3 throws no kind of its own in this version
            throw StorageProblem::ofSqlite($error->getMessage()) ?? $error;
        } finally {
            $database->close();
        }
    }

    /** @throws StorageProblem */
    private function documents(\SQLite3 $database, ZipWriter $zip): void
    {
        $manifest = ZipWriter::temporary();
        ZipWriter::append($manifest, self::BEGINS."\n");
        $found = self::query($database, self::ROWS."deleted_at IS NULL AND beside = '' ORDER BY created_at, id");
        for ($separator = ''; false !== ($row = $found->fetchArray(\SQLITE3_ASSOC)); $separator = ",\n") {
            ZipWriter::append(
                $manifest,
                $separator.
                    json_encode(
                        $this->document($database, $zip, $row),
                        \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE,
                    ),
            );
        }
        ZipWriter::append($manifest, "\n".self::ENDS."\n");
        rewind($manifest);
        $zip->add(self::MANIFEST, $manifest);
        $zip->finish();
    }

    /**
     * @param array<mixed> $row
     *
     * @return array<string, mixed>
     *
     * @throws StorageProblem
     */
    private function document(\SQLite3 $database, ZipWriter $zip, array $row): array
    {
        [$id, $kind, $name, $place] = [
            self::text($row, 'id'),
            self::text($row, 'kind'),
            DocumentName::cleaned(self::text($row, 'name')),
            self::number($row, 'rowid'),
        ];
        $ending = Kinds::find($kind)?->ending() ?? 'txt';
        $file = trim((string) preg_replace('/[^A-Za-z0-9]+/', '-', $name), '-')."-{$id}.{$ending}";
        $entry = [
            'id' => $id,
            'kind' => $kind,
            'name' => $name,
            'version' => self::number($row, 'version'),
            'createdAt' => self::time($row, 'created_at'),
            'changedAt' => self::time($row, 'changed_at'),
            'changedBy' => DocumentName::line(self::text($row, 'changed_by')),
            'file' => $file,
            'sum' => self::add($database, $zip, $file, 'document', 'text', $place),
            'isGood' => 1 === $row['is_good'],
            'summary' => json_decode(self::text($row, 'summary'), true),
        ];
        if (1 === $row['was_good'] && 1 !== $row['is_good']) {
            $good = "history/{$id}/good.{$ending}";
            $entry += ['good' => ['file' => $good, 'sum' => self::add($database, $zip, $good, 'document', 'good_text', $place)]];
        }
        if (1 === $row['is_noted']) {
            $notes = "history/{$id}/notes.json";
            $entry += ['notes' => ['file' => $notes, 'sum' => self::add($database, $zip, $notes, 'document', 'notes', $place)]];
        }
        $revisions = [];
        $found = self::query($database, "SELECT id, number, name, begun_at, at, author, what FROM revision WHERE document = '{$id}' ORDER BY number");
        while (false !== ($each = $found->fetchArray(\SQLITE3_ASSOC))) {
            $number = self::number($each, 'number');
            $file = "history/{$id}/{$number}.{$ending}";
            $revisions[] = [
                'number' => $number,
                'name' => DocumentName::cleaned(self::text($each, 'name')),
                'begunAt' => self::time($each, 'begun_at'),
                'at' => self::time($each, 'at'),
                'by' => DocumentName::line(self::text($each, 'author')),
                'what' => self::text($each, 'what'),
                'file' => $file,
                'sum' => self::add($database, $zip, $file, 'revision', 'text', self::number($each, 'id')),
            ];
        }

        $beside = [];
        $found = self::query($database, self::ROWS."beside = '{$id}' ORDER BY kind");
        while (false !== ($each = $found->fetchArray(\SQLITE3_ASSOC))) {
            $beside[] = $this->document($database, $zip, $each);
        }

        return $entry + ['revisions' => $revisions] + ([] === $beside ? [] : ['beside' => $beside]);
    }

    /**
     * @return string the sum of what has been added
     *
     * @throws StorageProblem
     */
    private static function add(\SQLite3 $database, ZipWriter $zip, string $file, string $table, string $column, int $row): string
    {
        $text = $database->openBlob($table, $column, $row);
        if (false === $text) {
            throw new \RuntimeException("{$file} cannot be read from the database");
        }
        $sum = hash_init('sha256');
        hash_update_stream($sum, $text);
        rewind($text);
        $zip->add($file, $text);
        fclose($text);

        return hash_final($sum);
    }

    private static function query(\SQLite3 $database, string $query): \SQLite3Result
    {
        $found = $database->query($query);

        return false === $found ? throw new \RuntimeException($database->lastErrorMsg()) : $found;
    }

    /** @param array<mixed> $row */
    private static function text(array $row, string $column): string
    {
        $value = $row[$column] ?? '';

        return \is_scalar($value) ? (string) $value : '';
    }

    /** @param array<mixed> $row */
    private static function number(array $row, string $column): int
    {
        return (int) self::text($row, $column);
    }

    /** @param array<mixed> $row */
    private static function time(array $row, string $column): string
    {
        return (new \DateTimeImmutable(self::text($row, $column)))->format(\DateTimeInterface::ATOM);
    }
}
