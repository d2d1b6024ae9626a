<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Rig\Table\Doubt\Doubt;

/** Which column of a table holds what, found by its headings or, without any, by what stands in it. What a person says counts first. */
final readonly class Columns
{
    /**
     * @param list<ReadColumn> $all
     * @param int $firstRow below the headings
     * @param list<Doubt> $doubts of all rows: what was guessed of the columns
     */
    private function __construct(public array $all, public int $firstRow, public array $doubts)
    {
    }

    /**
     * @param list<Row> $rows
     * @param array<int, Holds> $chosen by column
     */
    public static function find(array $rows, array $chosen = []): self
    {
        $found = self::headed($rows);
        [$headed, $firstRow] = [$found->holds, $found->firstRow];
        $below = array_values(array_filter(\array_slice($rows, $firstRow), static fn (Row $row): bool => !self::isHeading($row)));
        $contents = Contents::of($below);
        $headings = $firstRow > 0 ? $rows[$firstRow - 1]->cells : [];
        $held = [] === $headed ? $contents->guessed() : $contents->settled($headed, $headings);
        [$found, $doubts] = [$held->holds, $held->doubts];
        foreach ($chosen as $column => $holds) {
            $doubts = []; // somebody has looked at them
            $found = array_filter($found, static fn (Holds $other): bool => $other !== $holds || Holds::Nothing === $holds);
            $found[$column] = $holds;
        }
        $all = [];
        for (
            $column = 0;
            $column < max([\count($headings), $contents->width(), ...array_map(static fn (int $column): int => $column + 1, array_keys($chosen))]);
            ++$column
        ) {
            $all[] = new ReadColumn($column, $headings[$column] ?? '', $found[$column] ?? Holds::Nothing);
        }

        return new self($all, $firstRow, $doubts);
    }

    public function of(Holds $holds): ?int
    {
        foreach ($this->all as $column) {
            if ($column->holds === $holds) {
                return $column->index;
            }
        }

        return null;
    }

    public function count(): int
    {
        return \count(array_filter($this->all, static fn (ReadColumn $column): bool => Holds::Nothing !== $column->holds));
    }

    /** @return list<ReadColumn> headings that nobody knows, over something */
    public function strange(): array
    {
        return array_values(
            array_filter($this->all, static fn (ReadColumn $column): bool => Holds::Nothing === $column->holds && '' !== $column->heading),
        );
    }

    /** Whether a row only says once more what the columns are. */
    public static function isHeading(Row $row): bool
    {
        $named = self::named($row->cells, []);

        return \count($named) >= 2 && \in_array(Holds::Name, $named, true) && \count($named) === \count($row->filled());
    }

    /**
     * The row of headings is the one, among the first, that says most.
     *
     * @param list<Row> $rows
     */
    private static function headed(array $rows): HeadedColumns
    {
        $best = [];
        $first = 0;
        foreach (\array_slice($rows, 0, 15) as $index => $row) {
            $above = $rows[$index - 1] ?? null;
            foreach ([self::named($row->cells, []), null === $above ? [] : self::named($row->cells, self::spread($above->cells))] as $columns) {
                if (\count($columns) > \count($best) && \in_array(Holds::Name, $columns, true)) {
                    [$best, $first] = [$columns, $index + 1];
                }
            }
        }
        $hasNumber = [] !== array_filter($first > 0 ? $rows[$first - 1]->cells : [], Headings::isSomeNumber(...));
        $isEnough = \count($best) >= 2 || ([] !== $best && ($hasNumber || [] === Contents::of($rows)->guessed()->holds));

        return $isEnough ? new HeadedColumns($best, $first) : new HeadedColumns([], 0);
    }

    /**
     * @param list<string> $cells
     * @param array<int, string> $above headings that stand over several columns
     *
     * @return array<int, Holds>
     */
    private static function named(array $cells, array $above): array
    {
        $columns = [];
        foreach ($cells as $column => $cell) {
            $over = $above[$column] ?? '';
            foreach (array_unique(array_filter([trim("{$over} {$cell}"), $cell, '' === $cell ? $over : ''])) as $words) {
                $holds = Headings::meaning($words);
                if (null !== $holds && !\in_array($holds, $columns, true)) {
                    $columns[$column] = $holds;
                    break;
                }
            }
        }
        foreach ([[Holds::NrpnHigh, Holds::NrpnLow], [Holds::High, Holds::Low]] as [$high, $low]) {
            if (\in_array($high, $columns, true) !== \in_array($low, $columns, true)) {
                $columns = array_filter($columns, static fn (Holds $holds): bool => $holds !== $high && $holds !== $low);
            }
        }

        return $columns;
    }

    /**
     * A heading that stands over several columns is written in the first of them only.
     *
     * @param list<string> $cells
     *
     * @return array<int, string>
     */
    private static function spread(array $cells): array
    {
        $last = '';
        foreach ($cells as $column => $cell) {
            $last = '' === $cell ? $last : $cell;
            $cells[$column] = $last;
        }

        return $cells;
    }
}
