<?php

declare(strict_types=1);

namespace App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** What can be taken back after it was deleted, for {@see self::KEPT}. */
trait Deletable
{
    /** How long what was deleted is kept. */
    public const KEPT = '-30 days';

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE, nullable: true)]
    public ?\DateTimeImmutable $deletedAt = null;
}
