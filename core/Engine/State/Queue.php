<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

/**
 * What is due later, ordered by time and then by the order in which it was put in.
 *
 * What is put in under a key takes the place of what was there under that key before, so that a tempo change leaves
 * nothing behind of the presses and ticks that it replaces.
 *
 * Item: time, place in the order, what is done, with what, where it comes from, and key.
 *
 * @phpstan-import-type Origin from State
 *
 * @phpstan-type Item array{int, int, string, list<mixed>, Origin|null, string}
 *
 * A thing due is its time in microseconds, its sequence, what to do, with what, for the trace where it comes from, and its
 * key ('' for none). The heap compares such lists from the left, and no two have the same sequence.
 *
 * @extends \SplMinHeap<Item>
 */
final class Queue extends \SplMinHeap
{
    /** Replaced things kept at most before they are cleared away. */
    private const MOST_VOID = 64;

    /** Time of the next thing due; PHP_INT_MAX when nothing is. */
    public int $dueAt = \PHP_INT_MAX;
    private int $sequence = 0;
    /** @var array<string, int> sequence of what is due under each key */
    private array $keyed = [];
    private int $void = 0;

    /**
     * @param list<mixed> $arguments
     * @param Origin|null $origin
     * @param int|null $sequence a place in the order that was reserved before
     */
    public function add(int $time, string $do, array $arguments, ?array $origin = null, ?int $sequence = null, string $key = ''): void
    {
        $sequence ??= ++$this->sequence;
        if ('' !== $key) {
            $this->void += isset($this->keyed[$key]) ? 1 : 0;
            $this->keyed[$key] = $sequence;
        }
        $this->insert([$time, $sequence, $do, $arguments, $origin, $key]);
        $this->settle();
    }

    /** Takes back what is due under a key, if anything is. */
    public function cancel(string $key): void
    {
        if (isset($this->keyed[$key])) {
            unset($this->keyed[$key]);
            ++$this->void;
            $this->settle();
        }
    }

    public function has(string $key): bool
    {
        return isset($this->keyed[$key]);
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
        unset($this->keyed[$due[5]]);
        $this->settle();

        return $due;
    }

    /** @param callable(Item): bool $keep */
    public function filter(callable $keep): void
    {
        $this->putBack(array_filter($this->drawAll(), $keep));
    }

    /** @return array<string, mixed> */
    public function save(): array
    {
        $copy = clone $this;

        return ['sequence' => $this->sequence, 'due' => $copy->drawAll()];
    }

    /** @param array<mixed> $saved what save() gives, or gave before there were names in it */
    public function restore(array $saved): void
    {
        /** @var array{sequence: int, due: list<Item>} $saved */
        $saved = array_is_list($saved) ? array_combine(['sequence', 'due'], $saved) : $saved;
        $this->sequence = $saved['sequence'];
        $this->putBack($saved['due']);
    }

    /** @return list<Item> everything that is still due, taken out in order */
    public function drawAll(): array
    {
        $all = [];
        while (!$this->isEmpty()) {
            $due = $this->extract();
            if (!$this->isVoid($due)) {
                $all[] = $due;
            }
        }
        $this->keyed = [];
        $this->void = 0;
        $this->dueAt = \PHP_INT_MAX;

        return $all;
    }

    /** @param array<Item> $all */
    private function putBack(array $all): void
    {
        foreach ($all as $due) {
            $this->insert($due);
            if ('' !== $due[5]) {
                $this->keyed[$due[5]] = $due[1];
            }
        }
        $this->settle();
    }

    /** Sees to it that what comes next is still wanted, and that replaced things do not pile up. */
    private function settle(): void
    {
        if ($this->void > self::MOST_VOID && 2 * $this->void > \count($this)) {
            $this->putBack($this->drawAll());

            return;
        }
        while ($this->void > 0 && !$this->isEmpty() && $this->isVoid($this->top())) {
            $this->extract();
            --$this->void;
        }
        $this->dueAt = $this->isEmpty() ? \PHP_INT_MAX : $this->top()[0];
    }

    /** @param Item $due */
    private function isVoid(array $due): bool
    {
        return '' !== $due[5] && ($this->keyed[$due[5]] ?? 0) !== $due[1];
    }
}
