<?php

declare(strict_types=1);

namespace App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A recording, kept as the text of a tape. */
#[ORM\Entity]
#[ORM\Table(name: 'tape')]
class StoredTape
{
    use Deletable;

    #[ORM\Id]
    #[ORM\Column(length: 16)]
    public readonly string $id;

    #[ORM\Column(length: 200)]
    public string $name;

    #[ORM\Column(type: Types::TEXT)]
    public readonly string $text;

    #[ORM\Column]
    public readonly int $events;

    /** Time of the last event in microseconds. */
    #[ORM\Column(type: Types::BIGINT)]
    public readonly int $lengthUs;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    public readonly \DateTimeImmutable $storedAt;

    public function __construct(string $name, string $text, int $events, int $lengthUs, ?string $id = null)
    {
        $this->id = $id ?? bin2hex(random_bytes(8));
        $this->name = $name;
        $this->text = $text;
        $this->events = $events;
        $this->lengthUs = $lengthUs;
        $this->storedAt = new \DateTimeImmutable();
    }
}
