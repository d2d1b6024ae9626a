<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** Units together. */
final readonly class SeveralUnits implements Subject
{
    /**
     * @param non-empty-list<string> $units by name, with a part of them where that is meant
     * @param bool $isPair whether the last is joined by "and"
     * @param bool $isPlural whether one alone is called units as well
     * @param string|null $unit the first of them, where the list names its part
     */
    public function __construct(public array $units, public bool $isPair = false, public bool $isPlural = false, public ?string $unit = null)
    {
    }

    public function words(): string
    {
        return (1 === \count($this->units) && !$this->isPlural ? 'unit ' : 'units ').($this->isPair ? self::and($this->units) : implode(', ', $this->units));
    }

    /** @param list<string> $units */
    public static function and(array $units): string
    {
        $last = (string) array_pop($units);

        return [] === $units ? $last : implode(', ', $units)." and {$last}";
    }
}
