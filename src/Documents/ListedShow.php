<?php

declare(strict_types=1);

namespace App\Documents;

/** A show as the library lists it. */
final readonly class ListedShow
{
    /**
     * @param string $id of its rig; without one of its rulebook
     * @param int $version of that document
     * @param int|null $units null without a rig
     * @param int $lines of its rules
     * @param string $changedBy who changed its rig or its rules last; empty when that is not known
     */
    private function __construct(
        public string $id,
        public string $name,
        public int $version,
        public ?string $rig,
        public ?string $book,
        public ?int $units,
        public ?int $leads,
        public int $lines,
        public \DateTimeImmutable $changedAt,
        public string $changedBy,
    ) {
    }

    public static function ofRig(ListedDocument $rig, ?ListedDocument $book): self
    {
        $last = null !== $book && $book->changedAt > $rig->changedAt ? $book : $rig;

        return new self(
            $rig->id,
            $rig->name,
            $rig->version,
            $rig->id,
            $book?->id,
            (int) ($rig->summary['units'] ?? 0),
            (int) ($rig->summary['leads'] ?? 0),
            (int) ($book->summary['lines'] ?? 0),
            $last->changedAt,
            $last->changedBy,
        );
    }

    public static function ofRules(ListedDocument $book): self
    {
        return new self(
            $book->id,
            $book->name,
            $book->version,
            null,
            $book->id,
            null,
            null,
            (int) ($book->summary['lines'] ?? 0),
            $book->changedAt,
            $book->changedBy,
        );
    }
}
