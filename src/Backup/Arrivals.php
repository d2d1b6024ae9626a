<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Documents\EarlierNotes;
use App\Documents\Meaning;
use App\Documents\RigKind;
use App\Documents\RigPart;
use App\Documents\RigParts;
use App\Documents\RulebookKind;
use App\Documents\TakenApart;
use App\Entity\Document;
use App\Entity\Revision;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;

/** Puts documents of a backup into the library, hidden until all of them are there. */
final readonly class Arrivals
{
    private const TIME = 'Y-m-d H:i:s';

    private Connection $database;

    public function __construct(EntityManagerInterface $store)
    {
        $this->database = $store->getConnection();
    }

    /**
     * Takes a document with its revisions. One that is here already, as it is in the file, stays; one that differs comes in beside it.
     *
     * @param array<string, int|string> $summary
     *
     * @return bool false when the time was over before all of it was in
     *
     * @throws BadDocument
     */
    public function take(Entry $entry, array $summary, Archive $archive, Stand $stand, string $by, float $until): bool
    {
        $id = $entry->text('id', '/^[0-9a-f]{16}$/D');
        if (0 === $stand->revisions) {
            $text = Manifest::file($archive, $entry, Manifest::kind($entry, $stand->fileName), $stand->fileName);
            $this->locked(function () use ($id, $entry, $text, $summary, $archive, $stand, $by): void {
                $this->document($id, $entry, $text, $summary, $archive, $stand, $by);
            });
            if (0 === $stand->revisions) {
                return true; // without its history
            }
        }
        $revisions = $this->revisions($entry, $id, $stand->fileName);
        $isOver = false;
        while ($stand->revisions <= \count($revisions) && !$isOver) {
            $this->locked(function () use ($revisions, $archive, $stand, $until): void {
                do {
                    $arriving = $revisions[$stand->revisions - 1];
                    $revision = $arriving->entry;
                    $this->revision(
                        $arriving->document,
                        $revision->number('number'),
                        $revision->text('name', '/^/'),
                        Manifest::file($archive, $revision, $arriving->kind, $stand->fileName),
                        $revision->time('begunAt'),
                        $revision->time('at'),
                        $revision->text('by', '/^/'),
                        $revision->text('what', '/^/'),
                    );
                    ++$stand->revisions;
                } while ($stand->revisions <= \count($revisions) && microtime(true) < $until);
            });
            $isOver = microtime(true) >= $until;
        }

        return $stand->revisions > \count($revisions);
    }

    /**
     * The revisions of a document and of what stands beside it.
     *
     * @return list<ArrivingRevision>
     *
     * @throws BadDocument
     */
    private function revisions(Entry $entry, string $id, string $fileName): array
    {
        $arriving = [];
        foreach ([$entry, ...$entry->list('beside')] as $document) {
            $kind = Manifest::kind($document, $fileName);
            $of = RigPart::tryFrom($kind->name())?->idBeside($id) ?? $id;
            foreach ($document->list('revisions') as $revision) {
                $arriving[] = new ArrivingRevision($of, $kind, $revision);
            }
        }

        return $arriving;
    }

    /** From now on it is there. */
    public function show(Stand $stand): void
    {
        $this->locked(function () use ($stand): void {
            foreach ($stand->rigs as $rig) {
                $text = $this->database->fetchOne('SELECT text FROM document WHERE id = ?', [$rig]);
                $this->database->executeStatement('UPDATE document SET text = ? WHERE id = ?', [
                    self::withBooks(\is_string($text) ? $text : '', $stand->books),
                    $rig,
                ]);
            }
            foreach (array_chunk($stand->brought, 500) as $some) {
                $marks = implode(', ', array_fill(0, \count($some), '?'));
                $this->database->executeStatement("UPDATE document SET deleted_at = NULL WHERE deleted_at = ? AND id IN ({$marks})", [
                    Document::COMING,
                    ...$some,
                ]);
            }
        });
    }

    /**
     * @param array<string, int|string> $summary
     *
     * @throws BadDocument
     */
    private function document(string $id, Entry $entry, string $text, array $summary, Archive $archive, Stand $stand, string $by): void
    {
        $name = $entry->text('name', '/^/');
        $kind = $entry->text('kind', '/^/');
        $notes = $this->notes($entry, $archive, $stand);
        $apart = new TakenApart($text, []);
        if (RigKind::NAME === $kind) {
            [$apart, $notes] = [$this->apart($entry, EarlierNotes::join($text, $notes), $archive, $stand), ''];
        }
        $here = $this->database->fetchAssociative('SELECT name, text, notes, deleted_at FROM document WHERE id = ?', [$id]);
        if (false !== $here && Document::COMING === $here['deleted_at']) {
            $this->forget($id); // left behind by an import that was not brought to its end, maybe this one
            $here = false;
        }
        $now = new \DateTimeImmutable();
        if (false === $here) {
            ++$stand->new;
            $this->insert(
                new Document($kind, $name, $apart->rig, $summary, $entry->text('changedBy', '/^/'), $id, $entry->time('createdAt')),
                $this->good($entry, $text, $archive, $stand),
                $notes,
                $entry->number('version'),
                $entry->time('changedAt'),
            );
            $this->insertParts($id, $name, $apart, $entry, $by);
            $stand->revisions = 1;
            $brought = $id;
        } elseif (
            null === $here['deleted_at']
            && [$apart->rig, $name, $notes] === [$here['text'], $here['name'], $here['notes']]
            && $this->hasParts($id, $apart)
        ) {
            ++$stand->same;

            return;
        } else {
            ++$stand->beside;
            $brought = substr(hash('sha256', "{$id} {$stand->zip}"), 0, 16); // the same again after a kill
            $name = Manifest::besideName($name);
            $this->forget($brought);
            $this->insert(new Document($kind, $name, $apart->rig, $summary, $by, $brought, $now), '', $notes, 1, $now);
            $this->revision($brought, 1, $name, $apart->rig, $now, $now, $by, Revision::IMPORTED);
            $this->insertParts($brought, $name, $apart, null, $by);
            if (RulebookKind::NAME === $kind) {
                $stand->books[$id] = $brought;
            }
        }
        $stand->brought[] = $brought;
        if (RigKind::NAME === $kind) {
            $stand->rigs[] = $brought;
        }
    }

    /**
     * A rig and what stands beside it: in files of their own, or, in a backup of November 2026 or before, all in one text.
     *
     * @throws BadDocument
     */
    private function apart(Entry $entry, string $whole, Archive $archive, Stand $stand): TakenApart
    {
        $apart = RigParts::split($whole);
        $parts = $apart->parts;
        foreach ($entry->list('beside') as $beside) {
            $kind = Manifest::kind($beside, $stand->fileName);
            $parts[$kind->name()] = Manifest::file($archive, $beside, $kind, $stand->fileName);
        }

        return new TakenApart($apart->rig, $parts);
    }

    /** Whether just that stands beside a rig which is here. */
    private function hasParts(string $rig, TakenApart $apart): bool
    {
        $here = $this->database->fetchAllKeyValue('SELECT kind, text FROM document WHERE beside = ?', [$rig]);
        foreach (RigPart::cases() as $part) {
            $text = $here[$part->value] ?? RigPart::EMPTY;
            if (!\is_string($text) || !Meaning::areSame($text, $apart->part($part))) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param Entry|null $entry of the rig; null where everything begins anew
     *
     * @throws BadDocument
     */
    private function insertParts(string $rig, string $name, TakenApart $apart, ?Entry $entry, string $by): void
    {
        $entries = [];
        foreach ($entry?->list('beside') ?? [] as $beside) {
            $entries[$beside->text('kind', '/^/')] = $beside;
        }
        $now = new \DateTimeImmutable();
        foreach ($apart->parts as $kind => $text) {
            $kind = (string) $kind;
            $of = $entries[$kind] ?? null;
            $document = new Document(
                $kind,
                $of?->text('name', '/^/') ?? $name,
                $text,
                [],
                $of?->text('changedBy', '/^/') ?? $by,
                RigPart::from($kind)->idBeside($rig),
                $of?->time('createdAt') ?? $now,
            );
            $document->beside = $rig;
            $this->insert($document, '', '', $of?->number('version') ?? 1, $of?->time('changedAt') ?? $now);
            if (null === $of) {
                $this->revision($document->id, 1, $name, $text, $now, $now, $by, Revision::IMPORTED);
            }
        }
    }

    /** Ends what has come in half. */
    private function forget(string $id): void
    {
        $this->database->executeStatement('DELETE FROM revision WHERE document = ? OR document IN (SELECT id FROM document WHERE beside = ?)', [$id, $id]);
        $this->database->executeStatement('DELETE FROM document WHERE (id = ? AND deleted_at = ?) OR beside = ?', [$id, Document::COMING, $id]);
    }

    /**
     * The text of a rig whose rulebook came in beside another one goes on with that.
     *
     * @param array<string, string> $books
     */
    private static function withBooks(string $text, array $books): string
    {
        try {
            $rig = Json::decode($text);
        } catch (BadData) {
            return $text;
        }
        $book = \is_array($rig) && \is_string($rig['book'] ?? null) ? $books[$rig['book']] ?? null : null;

        return null === $book || !\is_array($rig) ? $text : str_replace((string) json_encode($rig['book']), (string) json_encode($book), $text);
    }

    /** @throws BadDocument */
    private function good(Entry $entry, string $text, Archive $archive, Stand $stand): string
    {
        $good = $entry->entryOrNull('good');

        return match (true) {
            $entry->has('isGood') => $text,
            null !== $good => Manifest::file($archive, $good, Manifest::kind($entry, $stand->fileName), $stand->fileName),
            default => '',
        };
    }

    /** @throws BadDocument */
    private function notes(Entry $entry, Archive $archive, Stand $stand): string
    {
        $notes = $entry->entryOrNull('notes');

        return null === $notes ? '' : Manifest::file($archive, $notes, Manifest::kind($entry, $stand->fileName), $stand->fileName);
    }

    /** Hidden until all is there; what stands beside a document is hidden with that. */
    private function insert(Document $document, string $good, string $notes, int $version, \DateTimeImmutable $changedAt): void
    {
        $this->database->executeStatement(
            'INSERT INTO document (id, kind, name, text, good_text, notes, summary, version, created_at, changed_at, changed_by, '
                .'deleted_at, beside) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
            [
                $document->id,
                $document->kind,
                $document->name,
                $document->text,
                $good,
                $notes,
                json_encode((object) $document->summary, \JSON_THROW_ON_ERROR),
                $version,
                self::time($document->createdAt),
                self::time($changedAt),
                $document->changedBy,
                '' === $document->beside ? Document::COMING : null,
                $document->beside,
            ],
        );
    }

    private function revision(
        string $document,
        int $number,
        string $name,
        string $text,
        \DateTimeImmutable $begunAt,
        \DateTimeImmutable $at,
        string $by,
        string $what,
    ): void {
        $this->database->executeStatement(
            'INSERT OR IGNORE INTO revision (document, number, name, text, begun_at, at, author, what) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
            [$document, $number, $name, $text, self::time($begunAt), self::time($at), $by, $what],
        );
    }

    /**
     * One transaction, which has the right to write from its beginning: so it waits for others instead of failing half way.
     *
     * @param \Closure(): void $work
     */
    private function locked(\Closure $work): void
    {
        $this->database->executeStatement('BEGIN IMMEDIATE');
        try {
            $work();
            $this->database->executeStatement('COMMIT');
        } catch (\Throwable $error) {
            try {
                $this->database->executeStatement('ROLLBACK');
            } catch (\Throwable) {
                // a full disk has rolled it back already
            }
            throw $error;
        }
    }

    private static function time(\DateTimeImmutable $time): string
    {
        return $time->setTimezone(new \DateTimeZone(date_default_timezone_get()))->format(self::TIME);
    }
}
