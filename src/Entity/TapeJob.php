<?php

declare(strict_types=1);

namespace App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A tape on its way through a rulebook, worked off in portions so that progress can be shown. */
#[ORM\Entity]
#[ORM\Table(name: 'job')]
class TapeJob
{
    #[ORM\Id]
    #[ORM\Column(length: 16)]
    public readonly string $id;

    #[ORM\Column(length: 200)]
    public readonly string $name;

    #[ORM\Column(type: Types::TEXT)]
    public readonly string $bookText;

    #[ORM\Column(length: 16)]
    public readonly string $tape;

    /** The in port for everything on the tape; empty to go by the ports named there. */
    #[ORM\Column(length: 100)]
    public readonly string $port;

    /** Bytes of the tape's text already worked off. */
    #[ORM\Column]
    public int $position = 0;

    #[ORM\Column]
    public readonly int $length;

    #[ORM\Column]
    public int $eventsIn = 0;

    #[ORM\Column]
    public int $eventsOut = 0;

    /** Bytes of the result that are certainly right; what a killed process wrote beyond is cut off. */
    #[ORM\Column]
    public int $resultLength = 0;

    #[ORM\Column]
    public bool $isDone = false;

    #[ORM\Column(type: Types::TEXT)]
    public string $state = '';

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    public readonly \DateTimeImmutable $begunAt;

    public function __construct(string $name, string $bookText, string $tape, string $port, int $length)
    {
        $this->id = bin2hex(random_bytes(8));
        $this->name = $name;
        $this->bookText = $bookText;
        $this->tape = $tape;
        $this->port = $port;
        $this->length = $length;
        $this->begunAt = new \DateTimeImmutable();
    }
}
