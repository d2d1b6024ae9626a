<?php

declare(strict_types=1);

namespace App\Documents;

use App\Entity\Document;
use App\Entity\Revision;
use Doctrine\ORM\EntityManagerInterface;

/** The one way in which documents are kept: every change is stored at once, with who made it and when, and can be taken back. */
final readonly class Documents
{
    /** What one person writes within this time of the first change is one revision, in seconds. */
    private const ONE_GO = 120;

    public function __construct(private EntityManagerInterface $store, private ShowLocks $locks)
    {
    }

    /** @return list<array<string, mixed>> without their texts, the one changed last first */
    public function list(?string $kind, bool $deleted = false): array
    {
        $query = $this->store
            ->createQueryBuilder()
            ->select('d.id, d.kind, d.name, d.version, d.summary, d.changedAt, d.changedBy, d.deletedAt')
            ->from(Document::class, 'd')
            ->where($deleted ? "d.deletedAt < '".Document::COMING."'" : 'd.deletedAt IS NULL')
            ->andWhere("d.beside = ''")
            ->orderBy($deleted ? 'd.deletedAt' : 'd.changedAt', 'DESC')
            ->addOrderBy('d.id');
        if (null !== $kind) {
            $query->andWhere('d.kind = :kind')->setParameter('kind', $kind);
        }

        /** @var list<array<string, mixed>> */
        return $query->getQuery()->getArrayResult();
    }

    /** The document, if it is there and not deleted. */
    public function find(string $id, ?string $kind = null): ?Document
    {
        $document = $this->store->find(Document::class, $id);

        if (null !== $document && '' !== $document->beside && null === $this->find($document->beside)) {
            return null; // it went with its rig
        }

        return null === $document || null !== $document->deletedAt || (null !== $kind && $kind !== $document->kind) ? null : $document;
    }

    public function create(DocumentKind $kind, string $name, string $text, string $by, string $what = Revision::CREATED, string $notes = ''): Document
    {
        $document = new Document($kind->name(), $name, $text, $kind->summary($text), $by);
        $document->notes = $notes;
        $this->add($document, $what);

        return $document;
    }

    /** Keeps a document made elsewhere. */
    public function add(Document $document, string $what): void
    {
        $this->store->persist($document);
        $this->store->persist(
            new Revision(
                $document->id,
                $document->version,
                $document->name,
                $document->text,
                $document->changedAt,
                $document->changedAt,
                $document->changedBy,
                $what,
            ),
        );
        $this->store->flush();
    }

    /**
     * Stores another text and name.
     *
     * @param int $version the one that the change was made from
     *
     * @throws Outdated when somebody else has changed it since
     * @throws LockedShow while the show that it belongs to is played; ticks and log can always be written
     */
    public function write(Document $document, string $name, string $text, int $version, string $by, ?string $what = null): Document
    {
        $this->refuseLocked($document);
        $what ??= $text === $document->text && $name !== $document->name ? Revision::RENAMED : Revision::WRITTEN;
        $summary = Kinds::find($document->kind)?->summary($text) ?? [];
        $id = $document->id;
        $this->store->wrapInTransaction(function () use ($id, $name, $text, $version, $by, $what, $summary): void {
            $now = new \DateTimeImmutable();
            $query = $this->store
                ->createQuery(
                    'UPDATE '.
                        Document::class.
                        ' d SET d.name = :name, d.text = :text, d.summary = :summary, d.version = d.version + 1, '
                            .'d.changedAt = :now, d.changedBy = :by WHERE d.id = :id AND d.version = :version AND d.deletedAt IS NULL',
                )
                ->setParameter('summary', $summary, 'json');
            foreach (['name' => $name, 'text' => $text, 'now' => $now, 'by' => $by, 'id' => $id, 'version' => $version] as $key => $value) {
                $query->setParameter($key, $value);
            }
            if (0 < $query->execute()) {
                $this->revise($id, $version, $name, $text, $by, $what, $now);
            }
        });
        $this->store->clear();
        $current = $this->store->find(Document::class, $id) ?? $document;
        // The same once more, because its answer was lost, is no other change.
        if ($current->version !== $version + 1 || [$current->name, $current->text] !== [$name, $text]) {
            throw new Outdated($current);
        }

        return $current;
    }

    /**
     * Documents as they are now were played: what is written from here on is another revision, so that they can be brought back as they were.
     *
     * @param list<string> $ids
     */
    public function played(array $ids): void
    {
        foreach ($ids as $id) {
            $this->store
                ->createQuery(
                    'UPDATE '.Revision::class.' r SET r.what = :played WHERE r.document = :id AND r.what = :written AND r.number = '
                        .'(SELECT MAX(l.number) FROM '.Revision::class.' l WHERE l.document = :id)',
                )
                ->execute(['played' => Revision::PLAYED, 'written' => Revision::WRITTEN, 'id' => $id]);
        }
        $this->store->clear();
    }

    /** A document as it was at a time; null where it is younger. */
    public function at(Document $document, \DateTimeImmutable $time): ?string
    {
        foreach ($this->revisions($document) as $revision) {
            if ($revision->at <= $time) {
                return $revision->text;
            }
        }

        return null;
    }

    /** The oldest that is known of a document. */
    public function oldest(Document $document): string
    {
        $revisions = $this->revisions($document);

        return $revisions[\count($revisions) - 1]->text ?? $document->text;
    }

    /** What stands beside a rig; an empty one is made where there is none yet. */
    public function beside(Document $rig, RigPart $part, string $by): Document
    {
        $id = $part->idBeside($rig->id);
        if (null === $this->store->find(Document::class, $id)) {
            $made = new Document($part->value, $rig->name, RigPart::EMPTY, [], $by, $id);
            $made->beside = $rig->id;
            $this->add($made, Revision::CREATED);
        }

        return $this->store->find(Document::class, $id) ?? throw new \LogicException('what was just made is gone');
    }

    /** @return array<string, string> the texts of what stands beside a rig, by {@see RigPart} */
    public function partsOf(Document $rig): array
    {
        /** @var list<array{kind: string, text: string}> $found */
        $found = $this->store
            ->createQuery('SELECT d.kind, d.text FROM '.Document::class.' d WHERE d.beside = :rig ORDER BY d.kind')
            ->execute(['rig' => $rig->id]);

        return array_column($found, 'text', 'kind');
    }

    /**
     * Writes notes beside a text, which stays as it is: nobody who edits it is disturbed.
     *
     * @throws LockedShow
     */
    public function note(Document $document, string $notes): void
    {
        $this->locks->refuse($document->id);
        $this->store->createQuery('UPDATE '.Document::class.' d SET d.notes = :notes WHERE d.id = :id')->execute(['id' => $document->id, 'notes' => $notes]);
        $this->store->clear();
    }

    /** A text has been found good: it is put to work while later ones are not. */
    public function judged(Document $document): void
    {
        $this->store
            ->createQuery('UPDATE '.Document::class.' d SET d.goodText = d.text WHERE d.id = :id AND d.version = :version')
            ->execute(['id' => $document->id, 'version' => $document->version]);
        $this->store->clear();
    }

    /** @throws LockedShow */
    public function delete(Document $document): void
    {
        $this->locks->refuse($document->id);
        $document->deletedAt = new \DateTimeImmutable();
        $this->store->flush();
    }

    /** Takes a deletion back; null when there is no such document. */
    public function takeBack(string $id): ?Document
    {
        $document = $this->store->find(Document::class, $id);
        if (Document::COMING === $document?->deletedAt?->format('Y-m-d H:i:s')) {
            return null;
        }
        if (null !== $document) {
            $document->deletedAt = null;
            $this->store->flush();
        }

        return $document;
    }

    /** @return list<Revision> the latest first */
    public function revisions(Document $document): array
    {
        /** @var list<Revision> */
        return $this->store->getRepository(Revision::class)->findBy(['document' => $document->id], ['number' => 'DESC'], 500);
    }

    public function revision(Document $document, int $number): ?Revision
    {
        return $this->store->getRepository(Revision::class)->findOneBy(['document' => $document->id, 'number' => $number]);
    }

    /** @throws LockedShow */
    private function refuseLocked(Document $document): void
    {
        if ('' === $document->beside) {
            $this->locks->refuse($document->id);
        } elseif (true !== RigPart::tryFrom($document->kind)?->isAlwaysOpen()) {
            $this->locks->refuse($document->beside);
        }
    }

    private function revise(string $id, int $version, string $name, string $text, string $by, string $what, \DateTimeImmutable $now): void
    {
        $latest = $this->store->getRepository(Revision::class)->findOneBy(['document' => $id], ['number' => 'DESC']);
        $goesOn =
            null !== $latest
            && Revision::WRITTEN === $what
            && Revision::WRITTEN === $latest->what
            && $by === $latest->by
            && $version === $latest->number
            && $now->getTimestamp() - $latest->begunAt->getTimestamp() < self::ONE_GO;
        if ($goesOn) {
            $latest->number = $version + 1;
            $latest->name = $name;
            $latest->text = $text;
            $latest->at = $now;
        } else {
            $this->store->persist(new Revision($id, $version + 1, $name, $text, $now, $now, $by, $what));
        }
    }
}
