<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

/** What a scene does to the program of a unit. */
final readonly class Cell
{
    /**
     * @param int|null $program its place, from 0; null where the scene calls none, or a computed one
     * @param string|null $by "here", or the stack that calls it; null where the cell is blank
     * @param list<string> $carried what the unit can be on when the scene begins and it is not called: programs as they are shown
     * @param string|null $filled the program that the order of the set list brings the unit to, for a blank cell
     */
    public function __construct(
        public string $unit,
        public ?int $program,
        public string $shown,
        public string $name,
        public ?string $by,
        public ?int $line,
        public array $carried,
        public ?string $filled = null,
    ) {
    }

    public function isBlank(): bool
    {
        return null === $this->by;
    }
}
