<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** What became of a row: taken, or left out with the reason; something may be said of a row that was taken. */
final readonly class RowReport
{
    public function __construct(public int $line, public string $what, public bool $isTaken, public ?string $problem)
    {
    }

    public function print(): string
    {
        return "line {$this->line}: ".('' === $this->what ? '' : "\"{$this->what}\": ").($this->problem ?? 'taken');
    }
}
