<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** Numbers and ranges of numbers, such as `1,3,5..8`. */
final readonly class NumberList
{
    /** @param non-empty-list<LiteralRange> $ranges */
    public function __construct(public array $ranges)
    {
    }

    public function print(): string
    {
        return implode(',', array_map(static fn (LiteralRange $range): string => $range->print(), $this->ranges));
    }

    public function contains(int $number): bool
    {
        foreach ($this->ranges as $range) {
            if ($range->contains($number)) {
                return true;
            }
        }

        return false;
    }

    /** Whether everything in the other list is in this one. */
    public function covers(self $other, int $lowest, int $highest): bool
    {
        for ($number = $lowest; $number <= $highest; ++$number) {
            if ($other->contains($number) && !$this->contains($number)) {
                return false;
            }
        }

        return true;
    }

    public function lowest(): int
    {
        return min(array_map(static fn (LiteralRange $range): int => $range->from->value, $this->ranges));
    }

    public function highest(): int
    {
        return max(array_map(static fn (LiteralRange $range): int => $range->to->value, $this->ranges));
    }

    /** @return list<int> every number, in the order written */
    public function numbers(): array
    {
        $numbers = [];
        foreach ($this->ranges as $range) {
            for ($number = $range->from->value; $number <= $range->to->value; ++$number) {
                $numbers[] = $number;
            }
        }

        return $numbers;
    }

    public function span(): Span
    {
        return $this->ranges[0]->from->span->to($this->ranges[\count($this->ranges) - 1]->to->span);
    }
}
