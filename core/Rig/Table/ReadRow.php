<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Rig\Table\Doubt\Doubt;

/** What became of a row: how it was read, beside what stood there; what was guessed, or why it was left out. */
final readonly class ReadRow
{
    /**
     * @param string $what its name, or what stands first in it
     * @param list<Doubt> $doubts what was guessed of it
     * @param list<string> $stood its cells
     * @param int|null $parameter place among the parameters; null where it was left out
     * @param string|null $problem why it was left out
     */
    public function __construct(
        public int $line,
        public string $what,
        public RowGroup $group,
        public array $doubts,
        public array $stood,
        public ?int $parameter = null,
        public ?string $problem = null,
    ) {
    }

    /** @return list<string> what was guessed, or what is wrong, each once */
    public function why(): array
    {
        $texts = array_map(static fn (Doubt $doubt): string => $doubt->text(), $this->doubts);

        return null === $this->problem ? array_values(array_unique($texts)) : [$this->problem];
    }

    public function print(): string
    {
        $why = $this->why();

        return "line {$this->line}: ".('' === $this->what ? '' : "\"{$this->what}\": ").([] === $why ? 'taken' : implode('; ', $why));
    }
}
