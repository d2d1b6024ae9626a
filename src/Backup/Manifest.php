<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Documents\DocumentKind;
use App\Documents\DocumentName;
use App\Documents\Kinds;
use App\Storage\StorageProblem;

/** The documents that the manifest of a backup lists, a line each, read one at a time. */
final class Manifest
{
    private const SHORT = 'manifest.json';

    /**
     * Takes the manifest out of a backup, as a line for each document.
     *
     * @param string $path where the lines are written
     *
     * @throws BadDocument
     * @throws StorageProblem
     */
    public static function unpack(Archive $archive, string $path, string $fileName): void
    {
        $whole = fopen("{$path}.whole", 'w+');
        $lines = fopen($path, 'w');
        if (false === $whole || false === $lines) {
            throw StorageProblem::diskFull();
        }
        $archive->copy(Export::MANIFEST, $whole);
        rewind($whole);
        if (Export::BEGINS === rtrim((string) fgets($whole, 200))) {
            while (false !== ($line = fgets($whole)) && Export::ENDS !== rtrim($line)) {
                if ('' !== trim($line)) {
                    ZipWriter::append($lines, rtrim($line, ",\n")."\n");
                }
            }
        } else {
            self::rewrite($archive, $lines, $fileName);
        }
        fclose($lines);
        fclose($whole);
        unlink("{$path}.whole");
    }

    /** @throws BadDocument */
    public static function entry(string $line, string $fileName, int $index): Entry
    {
        $place = self::SHORT.": documents[{$index}]";
        try {
            return Entry::of(json_decode($line, true, 32, \JSON_THROW_ON_ERROR), $fileName, $place);
        } catch (\JsonException) {
            throw BadDocument::at($fileName, $place, 'this is not JSON');
        }
    }

    /** @throws BadDocument */
    public static function kind(Entry $entry, string $fileName): DocumentKind
    {
        return Kinds::find($entry->text('kind', '/^[a-z]{1,20}$/D')) ??
            throw BadDocument::at($fileName, "{$entry->place}.kind", 'there is no such kind of document');
    }

    /**
     * The text of a document or revision, which has to be what its sum says.
     *
     * @throws BadDocument
     */
    public static function file(Archive $archive, Entry $entry, DocumentKind $kind, string $fileName): string
    {
        $name = $entry->text('file', '/^.{1,300}$/Dsu');
        $text = $archive->read($name, $kind->maxBytes());
        if ($entry->text('sum', '/^[0-9a-f]{64}$/D') !== hash('sha256', $text)) {
            throw BadDocument::at($fileName, $name, 'this file is damaged: its sum is another one than the manifest says');
        }

        return preg_match('//u', $text) ? $text : throw BadDocument::at($fileName, $name, 'this is not UTF-8 text');
    }

    /**
     * One that was written by another program, or an earlier version: in one piece.
     *
     * @param resource $lines
     *
     * @throws BadDocument
     * @throws StorageProblem
     */
    private static function rewrite(Archive $archive, $lines, string $fileName): void
    {
        try {
            $read = json_decode($archive->read(Export::MANIFEST, Archive::MOST_MANIFEST), true, 32, \JSON_THROW_ON_ERROR);
        } catch (\JsonException) {
            throw BadDocument::at($fileName, self::SHORT, 'this is not JSON');
        }
        if (!\is_array($read) || Export::FORMAT !== ($read['format'] ?? null)) {
            throw BadDocument::at($fileName, self::SHORT, 'this file holds something else');
        }
        if (Export::VERSION !== ($read['version'] ?? null)) {
            throw BadDocument::at($fileName, self::SHORT, 'this file was written by another version; bring both to the same one');
        }
        foreach (
            \is_array($read['documents'] ?? null)
                ? array_values($read['documents'])
                : throw BadDocument::at($fileName, self::SHORT, '"documents" should be a list') as $document
        ) {
            ZipWriter::append($lines, json_encode($document, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES)."\n");
        }
    }

    public static function besideName(string $name): string
    {
        return mb_substr("{$name} (from the file)", 0, DocumentName::LONGEST);
    }
}
