<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\World\Heard;

/** What a control can move: a parameter of a device, its programs, or its notes. */
final readonly class Destination
{
    /**
     * @param string $what a word of {@see Heard}, or "anything" where nothing is reached
     * @param string|null $parameter its title, where it is one
     */
    private function __construct(public string $device, public string $what, public ?string $parameter = null)
    {
    }

    public static function parameter(string $device, string $title): self
    {
        return new self($device, Heard::PARAMETER, $title);
    }

    public static function note(string $device): self
    {
        return new self($device, Heard::NOTE);
    }

    public static function program(string $device): self
    {
        return new self($device, Heard::PROGRAM);
    }

    /** The rules themselves, beyond which nothing gets. */
    public static function none(): self
    {
        return new self(LeadEnd::POST, 'anything');
    }

    public static function of(Heard $heard): self
    {
        return new self($heard->unit, $heard->what, Heard::PARAMETER === $heard->what ? $heard->title : null);
    }

    public function isParameter(string $device, string $title): bool
    {
        return $device === $this->device && null !== $this->parameter && mb_strtolower($title) === mb_strtolower($this->parameter);
    }

    /** As it is printed: "parameter Mix", "program", "note". */
    public function words(): string
    {
        return null === $this->parameter ? $this->what : "{$this->what} {$this->parameter}";
    }

    public function key(): string
    {
        return "{$this->device} {$this->words()}";
    }
}
