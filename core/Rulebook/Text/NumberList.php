<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** Numbers and ranges of numbers, such as `1,3,5..8`. */
final readonly class NumberList
{
    /** @param non-empty-list<array{Literal, Literal}> $ranges lowest and highest of each; a single number is a range of one */
    public function __construct(public array $ranges)
    {
    }

    public function print(): string
    {
        return implode(',', array_map(
            static fn (array $range): string => $range[0] === $range[1] ? $range[0]->text : $range[0]->text.'..'.$range[1]->text,
            $this->ranges,
        ));
    }

    public function contains(int $number): bool
    {
        foreach ($this->ranges as [$from, $to]) {
            if ($number >= $from->value && $number <= $to->value) {
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
        return min(array_map(static fn (array $range): int => $range[0]->value, $this->ranges));
    }

    public function highest(): int
    {
        return max(array_map(static fn (array $range): int => $range[1]->value, $this->ranges));
    }

    /** @return list<int> every number, in the order written */
    public function numbers(): array
    {
        $numbers = [];
        foreach ($this->ranges as [$from, $to]) {
            for ($number = $from->value; $number <= $to->value; ++$number) {
                $numbers[] = $number;
            }
        }

        return $numbers;
    }

    public function span(): Span
    {
        return $this->ranges[0][0]->span->to($this->ranges[\count($this->ranges) - 1][1]->span);
    }
}
