<?php

declare(strict_types=1);

namespace App\Backup;

use App\Documents\BadDocument;
use App\Documents\RigKind;
use App\Documents\RulebookKind;
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
        $revisions = $entry->list('revisions');
        $isOver = false;
        while ($stand->revisions <= \count($revisions) && !$isOver) {
            $this->locked(function () use ($id, $entry, $revisions, $archive, $stand, $until): void {
                do {
                    $revision = $revisions[$stand->revisions - 1];
                    $this->revision(
                        $id,
                        $revision->number('number'),
                        $revision->text('name', '/^/'),
                        Manifest::file($archive, $revision, Manifest::kind($entry, $stand->fileName), $stand->fileName),
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
        $here = $this->database->fetchAssociative('SELECT name, text, notes, deleted_at FROM document WHERE id = ?', [$id]);
        if (false !== $here && Document::COMING === $here['deleted_at']) {
            // Left behind by an import that was not brought to its end, maybe this one.
            $this->database->executeStatement('DELETE FROM revision WHERE document = ?', [$id]);
            $this->database->executeStatement('DELETE FROM document WHERE id = ?', [$id]);
            $here = false;
        }
        if (false === $here) {
            ++$stand->new;
            $this->insert(
                $id,
                $entry,
                $name,
                $text,
                $this->good($entry, $text, $archive, $stand),
                $this->notes($entry, $archive, $stand),
                $summary,
                $entry->number('version'),
                $entry->time('createdAt'),
                $entry->time('changedAt'),
                $entry->text('changedBy', '/^/'),
            );
            $stand->brought[] = $id;
            $brought = $id;
            $stand->revisions = 1;
        } elseif (
            null === $here['deleted_at']
            && [$text, $name, $this->notes($entry, $archive, $stand)] === [$here['text'], $here['name'], $here['notes']]
        ) {
            ++$stand->same;
        } else {
            ++$stand->beside;
            $now = new \DateTimeImmutable();
            $copy = substr(hash('sha256', "{$id} {$stand->zip}"), 0, 16); // the same again after a kill
            $this->database->executeStatement('DELETE FROM revision WHERE document = ?', [$copy]);
            $this->database->executeStatement('DELETE FROM document WHERE id = ? AND deleted_at = ?', [$copy, Document::COMING]);
            $this->insert(
                $copy,
                $entry,
                Manifest::besideName($name),
                $text,
                '',
                $this->notes($entry, $archive, $stand),
                $summary,
                1,
                $now,
                $now,
                $by,
            );
            $this->revision($copy, 1, Manifest::besideName($name), $text, $now, $now, $by, Revision::IMPORTED);
            $stand->brought[] = $copy;
            $brought = $copy;
            if (RulebookKind::NAME === $entry->text('kind', '/^/')) {
                $stand->books[$id] = $copy;
            }
        }
        if (isset($brought) && RigKind::NAME === $entry->text('kind', '/^/')) {
            $stand->rigs[] = $brought;
        }
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

    /**
     * @param array<string, int|string> $summary
     *
     * @throws BadDocument
     */
    private function insert(
        string $id,
        Entry $entry,
        string $name,
        string $text,
        string $good,
        string $notes,
        array $summary,
        int $version,
        \DateTimeImmutable $createdAt,
        \DateTimeImmutable $changedAt,
        string $by,
    ): void {
        $this->database->executeStatement(
            'INSERT INTO document (id, kind, name, text, good_text, notes, summary, version, created_at, changed_at, changed_by, '
                .'deleted_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
            [
                $id,
                $entry->text('kind', '/^/'),
                $name,
                $text,
                $good,
                $notes,
                json_encode((object) $summary, \JSON_THROW_ON_ERROR),
                $version,
                self::time($createdAt),
                self::time($changedAt),
                $by,
                Document::COMING,
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
