<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Documents\DocumentKind;

/** Looks at a document of a backup and at each of its revisions, before anything is kept. */
final class Looking
{
    /**
     * @return array<string, int|string>|null what lists show of the document; null when the time was over before all its revisions had been looked at
     *
     * @throws BadDocument
     */
    public static function at(Entry $entry, Archive $archive, Stand $stand, float $until): ?array
    {
        $id = $entry->text('id', '/^[0-9a-f]{16}$/D');
        $kind = Manifest::kind($entry, $stand->fileName);
        if (0 === $stand->revisions) {
            if (isset($stand->seen[$id])) {
                throw BadDocument::at($stand->fileName, $entry->place, "document {$id} is there twice");
            }
            $stand->summary = self::document($entry, $kind, $archive, $stand);
            $stand->seen[$id] = true;
            $stand->revisions = 1;
        }
        $revisions = $entry->list('revisions');
        for (; $stand->revisions <= \count($revisions); ++$stand->revisions) {
            if (microtime(true) >= $until) {
                return null;
            }
            self::revision($revisions[$stand->revisions - 1], $entry->number('version'), $kind, $archive, $stand);
        }
        $numbers = array_map(static fn (Entry $revision): int => $revision->number('number'), $revisions);
        if (\count($numbers) !== \count(array_unique($numbers))) {
            throw BadDocument::at($stand->fileName, "{$entry->place}.revisions", 'a version is there twice');
        }

        return $stand->summary;
    }

    /**
     * @return array<string, int|string>
     *
     * @throws BadDocument
     */
    private static function document(Entry $entry, DocumentKind $kind, Archive $archive, Stand $stand): array
    {
        $entry->name('name', 1, 200);
        $entry->name('changedBy', 0, 80);
        $entry->number('version');
        $entry->time('createdAt');
        $entry->time('changedAt');
        $text = self::file($entry, $kind, $archive, $stand);
        foreach (array_filter([$entry->entryOrNull('good'), $entry->entryOrNull('notes')]) as $beside) {
            self::file($beside, $kind, $archive, $stand);
        }
        try {
            return $kind->summary($text);
        } catch (BadDocument $bad) {
            // An earlier version wrote it: it is kept as it is.
            ++$stand->unreadable;

            return $entry->summary() ?? throw BadDocument::at($stand->fileName, $entry->text('file', '/^.{1,300}$/Dsu'), $bad->getMessage());
        }
    }

    /** @throws BadDocument */
    private static function revision(Entry $revision, int $version, DocumentKind $kind, Archive $archive, Stand $stand): void
    {
        if ($revision->number('number') > $version) {
            throw BadDocument::at($stand->fileName, $revision->place, "version {$revision->number('number')} is newer than the document");
        }
        $revision->name('name', 1, 200);
        $revision->name('by', 0, 80);
        $revision->name('what', 1, 40);
        $revision->time('begunAt');
        $revision->time('at');
        self::file($revision, $kind, $archive, $stand);
    }

    /**
     * Each file is named once: many names for a large one would make much of little.
     *
     * @throws BadDocument
     */
    private static function file(Entry $entry, DocumentKind $kind, Archive $archive, Stand $stand): string
    {
        $name = $entry->text('file', '/^.{1,300}$/Dsu');
        $index = $archive->index($name);
        $stand->named = str_pad($stand->named, $index + 1, '.');
        if ('x' === $stand->named[$index]) {
            throw BadDocument::at($stand->fileName, $name, 'this file is named more than once in the manifest');
        }
        $stand->named[$index] = 'x';

        return Manifest::file($archive, $entry, $kind, $stand->fileName);
    }
}
