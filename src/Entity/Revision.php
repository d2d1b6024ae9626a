<?php

declare(strict_types=1);

namespace App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A document as it was after a change. What one person writes in one go is one revision. */
#[ORM\Entity]
#[ORM\Table(name: 'revision')]
#[ORM\UniqueConstraint(name: 'revision_number', columns: ['document', 'number'])]
class Revision
{
    public const CREATED = 'made';
    public const WRITTEN = 'written';
    public const RENAMED = 'renamed';
    public const DUPLICATED = 'duplicated';
    public const IMPORTED = 'brought in';
    public const RESTORED = 'brought back';
    /** As it was at a performance; what is written after it is another revision. */
    public const PLAYED = 'played';

    #[ORM\Id]
    #[ORM\GeneratedValue]
    #[ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType

    public function __construct(
        #[ORM\Column(length: 16)]
        public readonly string $document,
        /** The version of the document that it is. */
        #[ORM\Column]
        public int $number,
        #[ORM\Column(length: 200)]
        public string $name,
        #[ORM\Column(type: Types::TEXT)]
        public string $text,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        public readonly \DateTimeImmutable $begunAt,
        #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
        public \DateTimeImmutable $at,
        #[ORM\Column(name: 'author', length: 80)]
        public readonly string $by,
        /** What was done, such as {@see self::WRITTEN}. */
        #[ORM\Column(length: 40)]
        public readonly string $what,
    ) {
    }

    public function id(): ?int
    {
        return $this->id;
    }
}
