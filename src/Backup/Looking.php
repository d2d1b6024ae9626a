<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Documents\DocumentKind;
use App\Documents\RigKind;
use App\Documents\RigPart;
use App\Documents\RigPartKind;

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
        $besides = self::beside($entry, $stand->fileName);
        if (null !== RigPart::tryFrom($entry->text('kind', '/^/'))) {
            throw BadDocument::at($stand->fileName, $entry->place, 'this stands beside a rig, and never alone');
        }
        if (0 === $stand->revisions) {
            if (isset($stand->seen[$id])) {
                throw BadDocument::at($stand->fileName, $entry->place, "document {$id} is there twice");
            }
            $stand->summary = self::document($entry, Manifest::kind($entry, $stand->fileName), $archive, $stand);
            foreach ($besides as $beside) {
                self::document($beside, Manifest::kind($beside, $stand->fileName), $archive, $stand);
            }
            $stand->seen[$id] = true;
            $stand->revisions = 1;
        }
        $at = 0;
        foreach ([$entry, ...$besides] as $document) {
            $numbers = [];
            $kind = Manifest::kind($document, $stand->fileName);
            foreach ($document->list('revisions') as $revision) {
                $numbers[] = $revision->number('number');
                if (++$at < $stand->revisions) {
                    continue; // it has been looked at
                }
                if (microtime(true) >= $until) {
                    return null;
                }
                self::revision($revision, $document->number('version'), $kind, $archive, $stand);
                ++$stand->revisions;
            }
            if (\count($numbers) !== \count(array_unique($numbers))) {
                throw BadDocument::at($stand->fileName, "{$document->place}.revisions", 'a version is there twice');
            }
        }

        return $stand->summary;
    }

    /**
     * What stands beside a document: each of it once, and beside a rig only.
     *
     * @return list<Entry>
     *
     * @throws BadDocument
     */
    private static function beside(Entry $entry, string $fileName): array
    {
        $isRig = RigKind::NAME === $entry->text('kind', '/^/');
        $seen = [];
        foreach ($entry->list('beside') as $beside) {
            $part = RigPart::tryFrom($beside->text('kind', '/^/'));
            if (!$isRig || null === $part || isset($seen[$part->value])) {
                throw BadDocument::at($fileName, $beside->place, 'this does not stand beside such a document, or stands there twice');
            }
            $seen[$part->value] = true;
        }

        return $entry->list('beside');
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
        foreach (array_filter([$entry->entryOrNull('good'), $entry->entryOrNull('notes')]) as $more) {
            self::file($more, $kind, $archive, $stand);
        }
        try {
            if ($kind instanceof RigPartKind) {
                $kind->read($text, $entry->text('file', '/^.{1,300}$/Dsu'));
            }

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
