<?php

declare(strict_types=1);

namespace App\Documents;

/** A document as lists show it, without its text. */
final readonly class ListedDocument
{
    /** @param array<string, int|string> $summary */
    private function __construct(
        public string $id,
        public string $name,
        public int $version,
        public array $summary,
        public \DateTimeImmutable $changedAt,
        public string $changedBy,
    ) {
    }

    /** @param array<string, mixed> $row of {@see Documents::list()} */
    public static function of(array $row): self
    {
        /** @var array{id: string, name: string, version: int, summary: array<string, int|string>, changedAt: \DateTimeImmutable, changedBy: string} $row */
        return new self($row['id'], $row['name'], $row['version'], $row['summary'], $row['changedAt'], $row['changedBy']);
    }
}
