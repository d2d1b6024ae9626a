<?php

declare(strict_types=1);

namespace App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A bench in use: the rules that run on it and everything that the engine and the stand-ins remember. */
#[ORM\Entity]
#[ORM\Table(name: 'bench')]
class BenchSession
{
    #[ORM\Id]
    #[ORM\Column(length: 16)]
    public readonly string $id;

    /** The text that runs: the last one without an error. */
    #[ORM\Column(type: Types::TEXT)]
    public string $text;

    /** Class of the compiled rules. */
    #[ORM\Column(length: 120)]
    public string $bookClass;

    #[ORM\Column(type: Types::TEXT)]
    private string $state;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    public \DateTimeImmutable $usedAt;

    /** @param array<string, mixed> $state */
    public function __construct(string $text, string $bookClass, array $state)
    {
        $this->id = bin2hex(random_bytes(8));
        $this->text = $text;
        $this->bookClass = $bookClass;
        $this->keep($state);
    }

    /** @return array<string, mixed> */
    public function state(): array
    {
        /** @var array<string, mixed> */
        return unserialize((string) base64_decode($this->state, true), ['allowed_classes' => false]);
    }

    /** @param array<string, mixed> $state */
    public function keep(array $state): void
    {
        $this->state = base64_encode(serialize($state));
        $this->usedAt = new \DateTimeImmutable();
    }
}
