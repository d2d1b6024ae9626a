<?php

declare(strict_types=1);

namespace App\Documents;

use App\Entity\Document;

/**
 * Everything that people play: a rig with its rules and all that stands beside it is one show, and rules that no rig plays are one, too.
 * A show is known by the id of its rig; without a rig by that of its rulebook.
 */
final readonly class Shows
{
    public function __construct(private Documents $documents)
    {
    }

    /** @return list<ListedShow> the one changed last first */
    public function list(): array
    {
        $books = $shows = $used = [];
        foreach ($this->documents->list(RulebookKind::NAME) as $row) {
            $book = ListedDocument::of($row);
            $books[$book->id] = $book;
        }
        foreach ($this->documents->list(RigKind::NAME) as $row) {
            $rig = ListedDocument::of($row);
            $book = $books[(string) ($rig->summary['book'] ?? '')] ?? null;
            $shows[] = ListedShow::ofRig($rig, $book);
            $used[$book->id ?? ''] = true;
        }
        foreach (array_diff_key($books, $used) as $book) {
            $shows[] = ListedShow::ofRules($book);
        }
        usort($shows, static fn (ListedShow $one, ListedShow $other): int => [$other->changedAt, $one->id] <=> [$one->changedAt, $other->id]);

        return $shows;
    }

    /**
     * Deletes a show: its rig, and its rules, unless another rig plays them, too.
     *
     * @throws LockedShow
     */
    public function delete(Document $document): void
    {
        $id = $document->id;
        $rules = $this->ruleOfNobodyElse($document);
        $this->documents->delete($document);
        if (null !== $rules && $rules->id !== $id) {
            $this->documents->delete($rules);
        }
    }

    /** Takes a deletion back, with the rules that went with it. */
    public function takeBack(string $id): ?Document
    {
        $document = $this->documents->takeBack($id);
        $book = RigKind::NAME === $document?->kind ? (string) ($document->summary['book'] ?? '') : '';
        if ('' !== $book && null === $this->documents->find($book)) {
            $this->documents->takeBack($book);
        }

        return null === $document ? null : $this->documents->find($id);
    }

    private function ruleOfNobodyElse(Document $document): ?Document
    {
        $book = (string) ($document->summary['book'] ?? '');
        foreach ('' === $book ? [] : $this->documents->list(RigKind::NAME) as $row) {
            $rig = ListedDocument::of($row);
            if ($rig->id !== $document->id && $book === ($rig->summary['book'] ?? '')) {
                return null;
            }
        }

        return '' === $book ? null : $this->documents->find($book, RulebookKind::NAME);
    }
}
