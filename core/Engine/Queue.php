<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/**
 * What is due later, ordered by time and then by the order in which it was put in.
 *
 * @phpstan-type Item array{int, int, string, list<mixed>, array{int, int}|null}
 *
 * A thing due is its time in microseconds, its sequence, what to do, with what, and for the trace where it comes from. The
 * heap compares such lists from the left, and no two have the same sequence.
 *
 * @extends \SplMinHeap<Item>
 */
final class Queue extends \SplMinHeap
{
    /** Time of the next thing due; PHP_INT_MAX when nothing is. */
    public int $dueAt = \PHP_INT_MAX;
    private int $sequence = 0;

    /**
     * @param list<mixed> $arguments
     * @param array{int, int}|null $origin
     * @param int|null $sequence a place in the order that was reserved before
     */
    public function add(int $time, string $do, array $arguments, ?array $origin = null, ?int $sequence = null): void
    {
        $this->insert([$time, $sequence ?? ++$this->sequence, $do, $arguments, $origin]);
        $this->dueAt = $this->top()[0];
    }

    /** Reserves a place in the order of what is put in. */
    public function reserve(): int
    {
        return ++$this->sequence;
    }

    /** @return Item */
    public function take(): array
    {
        $due = $this->extract();
        $this->dueAt = $this->isEmpty() ? \PHP_INT_MAX : $this->top()[0];

        return $due;
    }

    /** @param callable(Item): bool $keep */
    public function filter(callable $keep): void
    {
        $all = array_filter($this->all(), $keep);
        foreach ($all as $due) {
            $this->insert($due);
        }
        $this->dueAt = $this->isEmpty() ? \PHP_INT_MAX : $this->top()[0];
    }

    /** @return array{int, list<Item>} */
    public function save(): array
    {
        $copy = clone $this;

        return [$this->sequence, $copy->all()];
    }

    /** @param array{int, list<Item>} $saved */
    public function restore(array $saved): void
    {
        $this->sequence = $saved[0];
        foreach ($saved[1] as $due) {
            $this->insert($due);
        }
        $this->dueAt = $this->isEmpty() ? \PHP_INT_MAX : $this->top()[0];
    }

    /** @return list<Item> everything, taken out in order */
    private function all(): array
    {
        $all = [];
        while (!$this->isEmpty()) {
            $all[] = $this->extract();
        }

        return $all;
    }
}
