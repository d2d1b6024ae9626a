<?php

declare(strict_types=1);

namespace App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** Something that people make and keep, as text: a rulebook, a tape, and whatever else has a kind. */
#[ORM\Entity]
#[ORM\Table(name: 'document')]
#[ORM\Index(name: 'document_kind', columns: ['kind', 'changed_at'])]
#[ORM\Index(name: 'document_beside', columns: ['beside'])]
class Document
{
    /** How long what was deleted can be taken back. */
    public const KEPT = '-30 days';
    /** Stands for when it was deleted while it is coming in with a backup; until all of that is there, it is hidden. */
    public const COMING = '9999-12-31 00:00:00';

    #[ORM\Id]
    #[ORM\Column(length: 16)]
    public readonly string $id;

    #[ORM\Column(length: 20)]
    public readonly string $kind;

    #[ORM\Column(length: 200)]
    public string $name;

    #[ORM\Column(type: Types::TEXT)]
    public string $text;

    /** The latest text that could be put to work; empty where there never was one, or where that is no question. */
    #[ORM\Column(type: Types::TEXT)]
    public string $goodText = '';

    /** The document that it stands beside, such as the log of a rig; empty where it stands alone. */
    #[ORM\Column(length: 16)]
    public string $beside = '';

    /** What is written down about it without changing it, such as the stand-ins that were chosen for a rulebook. */
    #[ORM\Column(type: Types::TEXT)]
    public string $notes = '';

    /** @var array<string, int|string> what lists show of it */
    #[ORM\Column(type: Types::JSON)]
    public array $summary;

    /** Goes up with every change, so that two windows notice each other. */
    #[ORM\Column]
    public int $version = 1;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    public readonly \DateTimeImmutable $createdAt;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    public \DateTimeImmutable $changedAt;

    /** Who changed it last; empty when that is not known. */
    #[ORM\Column(length: 80)]
    public string $changedBy;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $deletedAt = null;

    /** @param array<string, int|string> $summary */
    public function __construct(string $kind, string $name, string $text, array $summary, string $by, ?string $id = null, ?\DateTimeImmutable $createdAt = null)
    {
        $this->id = $id ?? bin2hex(random_bytes(8));
        $this->kind = $kind;
        $this->name = $name;
        $this->text = $text;
        $this->summary = $summary;
        $this->changedBy = $by;
        $this->createdAt = $createdAt ?? new \DateTimeImmutable();
        $this->changedAt = new \DateTimeImmutable();
    }
}
