<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Rig\Table\Doubt\Doubt;
use ZigzagPost\Core\Rig\Table\Doubt\FirstOfSeveralNumbers;
use ZigzagPost\Core\Rig\Table\Doubt\NumberOfTheRow;
use ZigzagPost\Core\Rig\Table\Doubt\ReadAsHexadecimal;

/** What stands in the columns of a table, counted: for where no heading says it, or one says too little. */
final readonly class Contents
{
    /** @param array<int, list<string>> $cells filled ones, by column */
    private function __construct(private array $cells, private int $rows)
    {
    }

    /** @param list<Row> $rows below the headings */
    public static function of(array $rows): self
    {
        $cells = [];
        foreach ($rows as $row) {
            foreach ($row->filled() as $column => $cell) {
                $cells[$column][] = $cell;
            }
        }
        ksort($cells);

        return new self($cells, \count($rows));
    }

    public function width(): int
    {
        return [] === $this->cells ? 0 : max(array_keys($this->cells)) + 1;
    }

    /**
     * Without headings: names where most is text, then numbers, then values.
     */
    public function guessed(): HeldColumns
    {
        $found = $doubts = [];
        $name = $this->most(
            static fn (string $cell): bool => 1 === preg_match('/\pL{2}/u', $cell)
                && null === MessageCell::of($cell)->message
                && null === ValueCell::of($cell),
        );
        if (null !== $name) {
            $found[$name] = Holds::Name;
        }
        $numbers = [];
        foreach (array_keys($this->cells) as $column) {
            if (
                $column !== $name
                && 2 * $this->count($column, self::isNumber(...)) >= \count($this->cells[$column])
                && \count($this->cells[$column]) * 3 >= $this->rows
            ) {
                $numbers[] = $column;
            }
        }
        $rowNumbers = array_values(array_filter($numbers, $this->isCounting(...)));
        if (\count($numbers) > 1 && 1 === \count($rowNumbers)) {
            $found[$rowNumbers[0]] = Holds::RowNumber;
            $numbers = array_values(array_diff($numbers, $rowNumbers));
        }
        if ([] !== $numbers) {
            $found[$numbers[0]] = $this->isHex($numbers[0]) ? Holds::ControllerHex : Holds::Controller;
            if ([$numbers[0]] === $rowNumbers) {
                $doubts[] = new NumberOfTheRow();
            } elseif (\count($numbers) > 1) {
                $doubts[] = new FirstOfSeveralNumbers();
            }
        }
        $range = $this->most(static fn (string $cell): bool => null !== ValueCell::of($cell), array_keys($found));
        if (null !== $range) {
            $found[$range] = Holds::Range;
        }

        return new HeldColumns($found, $doubts);
    }

    /**
     * By headings; what these leave open is told by what stands below them.
     *
     * @param array<int, Holds> $headed
     * @param list<string> $headings
     */
    public function settled(array $headed, array $headings): HeldColumns
    {
        $doubts = [];
        $found = $headed = $this->withNames($headed, $headings);
        foreach ($headed as $column => $holds) {
            if (
                Holds::Remark === $holds
                && 'note' === Headings::words($headings[$column] ?? '')
                && $this->isMostly($column, static fn (string $cell): bool => null !== MessageCell::key($cell))
            ) {
                $found[$column] = Holds::Key;
            }
            if (
                \in_array($holds, [Holds::Program, Holds::Key], true)
                && !$this->isMostly($column, static fn (string $cell): bool => 1 === preg_match('/\d/', $cell))
            ) {
                $found[$column] = \in_array(Holds::Name, $headed, true) ? Holds::Family : Holds::Name;
            }
            if (
                Holds::Controller === $holds
                && [] !== array_filter($headings, Headings::isSomeNumber(...))
                && $this->isMostly($column, static fn (string $cell): bool => null !== MessageCell::kind($cell) && 1 !== preg_match('/\d/', $cell))
            ) {
                $found[$column] = Holds::Kind; // its number stands in a column of its own
            } elseif (Holds::Controller === $holds && $this->isHex($column)) {
                $found[$column] = Holds::ControllerHex;
                $doubts[] = new ReadAsHexadecimal();
            }
        }
        $found = $this->withNumber($found, $headings, $doubts);
        if (\in_array(Holds::Controller, $found, true) && \in_array(Holds::ControllerHex, $found, true)) {
            $found[(int) array_search(Holds::ControllerHex, $found, true)] = Holds::Nothing; // the same once more
        }
        $hasRange = [] !== array_intersect([Holds::Range->value, Holds::RangeHex->value, Holds::From->value], array_column($found, 'value'));
        $open = array_keys(array_diff_key($this->cells, $found));
        $range = $hasRange
            ? null
            : $this->most(static fn (string $cell): bool => null !== ValueCell::of($cell), array_diff(array_keys($this->cells), $open));
        if (null !== $range) {
            $found[$range] = Holds::Range;
        }

        return new HeldColumns($found, $doubts);
    }

    /**
     * "No." is the number of a controller, unless something else is, or it only counts.
     *
     * @param array<int, Holds> $found
     * @param list<string> $headings
     * @param list<Doubt> $doubts
     *
     * @return array<int, Holds>
     */
    private function withNumber(array $found, array $headings, array &$doubts): array
    {
        $hasNumber = [] !== array_filter($found, static fn (Holds $holds): bool => $holds->isNumber());
        foreach ($headings as $column => $heading) {
            if (isset($found[$column]) || !Headings::isSomeNumber($heading)) {
                continue;
            }
            if ($hasNumber) {
                $found[$column] = $this->isCounting($column) ? Holds::RowNumber : Holds::Nothing;
                continue;
            }
            $found[$column] = $this->isHex($column) ? Holds::ControllerHex : Holds::Controller;
            $hasNumber = true;
            $others = array_filter(
                array_keys($this->cells),
                fn (int $other): bool => $other !== $column && !isset($found[$other]) && $this->isMostly($other, self::isNumber(...)),
            );
            if ($this->isCounting($column)) {
                if ([] !== $others) {
                    $found[$column] = Holds::RowNumber;
                    $found[array_values($others)[0]] = Holds::Controller;
                }
                $doubts[] = new NumberOfTheRow();
            }
        }

        return $found;
    }

    /**
     * Names that only count ("knob 1, 2, 3") leave it to another column that can hold names.
     *
     * @param array<int, Holds> $headed
     * @param list<string> $headings
     *
     * @return array<int, Holds>
     */
    private function withNames(array $headed, array $headings): array
    {
        $name = array_search(Holds::Name, $headed, true);
        if (false === $name || !$this->isMostly($name, static fn (string $cell): bool => ctype_digit($cell))) {
            return $headed;
        }
        foreach ($headings as $column => $heading) {
            if ($column !== $name && Holds::Name === Headings::meaning($heading)) {
                return [$name => $this->isCounting($name) ? Holds::RowNumber : Holds::Nothing, $column => Holds::Name] + $headed;
            }
        }

        return $headed;
    }

    private static function isNumber(string $cell): bool
    {
        $read = MessageCell::of($cell);

        return null !== $read->message && null === $read->remark;
    }

    /** Whether a column only counts its rows, from 0 or 1 on. */
    private function isCounting(int $column): bool
    {
        $cells = array_map(static fn (string $cell): string => rtrim($cell, '.)'), $this->cells[$column] ?? []);
        if (\count($cells) < 3 || !\in_array($cells[0], ['0', '1', '00', '01', '001'], true)) {
            return false;
        }
        foreach ($cells as $place => $cell) {
            if (!ctype_digit($cell) || (int) $cell !== (int) $cells[0] + $place) {
                return false;
            }
        }

        return true;
    }

    /** Whether a column is of two hexadecimal digits throughout, some of which are letters. */
    private function isHex(int $column): bool
    {
        $cells = $this->cells[$column] ?? [];
        $isHex = static fn (string $cell): bool => 1 === preg_match('/^[0-9A-F]{2}$/i', $cell);
        $hasLetter = static fn (string $cell): bool => $isHex($cell) && !ctype_digit($cell);

        return $this->count($column, $hasLetter) > 0 && $this->count($column, $isHex) === \count($cells);
    }

    /** @param \Closure(string): bool $is */
    private function isMostly(int $column, \Closure $is): bool
    {
        return isset($this->cells[$column]) && 5 * $this->count($column, $is) >= 4 * \count($this->cells[$column]);
    }

    /** @param \Closure(string): bool $is */
    private function count(int $column, \Closure $is): int
    {
        return \count(array_filter($this->cells[$column] ?? [], $is));
    }

    /**
     * The column in which most cells are so, if any is.
     *
     * @param \Closure(string): bool $is
     * @param array<int> $but
     */
    private function most(\Closure $is, array $but = []): ?int
    {
        $counts = [];
        foreach (array_diff(array_keys($this->cells), $but) as $column) {
            $counts[$column] = $this->count($column, $is);
        }

        return [] === $counts || 0 === max($counts) ? null : (int) array_search(max($counts), $counts, true);
    }
}
