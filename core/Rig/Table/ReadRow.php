<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** What became of a row: how it was read, beside what stood there; what was guessed, or why it was left out. */
final readonly class ReadRow
{
    /**
     * @param string $what its name, or what stands first in it
     * @param list<string> $why what was guessed, or what is wrong
     * @param list<string> $stood its cells
     * @param int|null $parameter place among the parameters; null where it was left out
     */
    public function __construct(
        public int $line,
        public string $what,
        public RowGroup $group,
        public array $why,
        public array $stood,
        public ?int $parameter = null,
    ) {
    }

    public function print(): string
    {
        return "line {$this->line}: ".('' === $this->what ? '' : "\"{$this->what}\": ").([] === $this->why ? 'taken' : implode('; ', $this->why));
    }
}
