<?php

declare(strict_types=1);

namespace App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;

/** A rulebook as its writer left it, whether it can run or not. */
#[ORM\Entity]
#[ORM\Table(name: 'rulebook')]
class StoredRulebook
{
    use Deletable;

    #[ORM\Id]
    #[ORM\Column(length: 16)]
    public readonly string $id;

    #[ORM\Column(length: 200)]
    public string $name;

    #[ORM\Column(type: Types::TEXT)]
    private string $text;

    /** The latest text without an error; empty when there never was one. */
    #[ORM\Column(type: Types::TEXT)]
    private string $goodText = '';

    /** Goes up with every change, so that two windows notice each other. */
    #[ORM\Column]
    private int $version = 1;

    #[ORM\Column(type: Types::DATETIME_IMMUTABLE)]
    public \DateTimeImmutable $changedAt;

    public function __construct(string $name, string $text)
    {
        $this->id = bin2hex(random_bytes(8));
        $this->name = $name;
        $this->text = $text;
        $this->changedAt = new \DateTimeImmutable();
    }

    public function text(): string
    {
        return $this->text;
    }

    public function goodText(): string
    {
        return $this->goodText;
    }

    public function version(): int
    {
        return $this->version;
    }
}
