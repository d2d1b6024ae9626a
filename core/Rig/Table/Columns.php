<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** Which column of a table holds what, found by its headings or, without any, by what stands in it. */
final readonly class Columns
{
    /** What each column can be called, in small letters without signs. */
    private const WORDS = [
        'nrpn msb' => ['nrpn msb', 'nrpn high', 'cc 99', 'cc99'],
        'nrpn lsb' => ['nrpn lsb', 'nrpn low', 'cc 98', 'cc98'],
        'msb' => ['msb', 'cc msb', 'coarse', 'high byte'],
        'lsb' => ['lsb', 'cc lsb', 'fine', 'low byte'],
        'nrpn' => ['nrpn', 'nrpn number', 'nrpn no'],
        'cc' => ['cc', 'cc number', 'cc no', 'cc num', 'midi cc', 'control change', 'controller', 'controller number', 'controller no', 'ctrl', 'ctl', 'number', 'no', 'num', 'nr', 'control number', 'cc nr', 'midi', 'message', 'midi message', 'kind number', 'cc decimal', 'dec', 'cc dec'],
        'name' => ['name', 'parameter', 'parameter name', 'function', 'control', 'title', 'label', 'effect', 'description', 'item', 'what', 'controls', 'param', 'assignment', 'target'],
        'low' => ['min', 'minimum', 'from', 'low', 'lowest', 'range from', 'range min', 'range low', 'value min', 'value from', 'values from', 'values min', 'min value'],
        'high' => ['max', 'maximum', 'to', 'high', 'highest', 'range to', 'range max', 'range high', 'value max', 'value to', 'values to', 'values max', 'max value'],
        'range' => ['range', 'values', 'value', 'value range', 'data', 'data range', 'min max', 'possible values', 'cc range', 'cc value', 'cc values'],
        'rest' => ['default', 'init', 'initial', 'rest', 'default value', 'factory', 'preset'],
        'unit' => ['unit', 'units'],
        'family' => ['group', 'section', 'category', 'block', 'page', 'family', 'module', 'part'],
        'note' => ['notes', 'note', 'comment', 'comments', 'remarks', 'remark', 'info'],
        'kind' => ['type', 'kind', 'message type'],
    ];

    /**
     * @param array<string, int> $at column by what it holds
     * @param array<int, string> $strange headings that nobody knows, by column
     */
    private function __construct(public array $at, public int $firstRow, public array $strange = [])
    {
    }

    /** @param list<Row> $rows */
    public static function find(array $rows): self
    {
        $best = [];
        $first = 0;
        foreach (\array_slice($rows, 0, 15) as $index => $row) {
            $above = $rows[$index - 1] ?? null;
            foreach ([self::named($row->cells, []), null === $above ? [] : self::named($row->cells, self::spread($above->cells))] as $columns) {
                if (\count($columns) > \count($best) && isset($columns['name'])) {
                    [$best, $first] = [$columns, $index + 1];
                }
            }
        }
        if (\count($best) >= 2 || (isset($best['name']) && [] === self::guessed($rows))) {
            return self::headed($best, $first, $rows);
        }

        return new self(self::guessed($rows), 0);
    }

    /**
     * By headings; a strange one may stand over what are ranges all the same.
     *
     * @param array<string, int> $at
     * @param list<Row> $rows
     */
    private static function headed(array $at, int $firstRow, array $rows): self
    {
        $strange = array_diff_key($rows[$firstRow - 1]->filled(), array_flip($at));
        $guessed = self::guessed(array_map(static fn (Row $row): Row => new Row($row->line, array_map(static fn (int $column): string => isset($strange[$column]) ? $row->cell($column) : '', array_keys($row->cells))), \array_slice($rows, $firstRow)));
        if (isset($guessed['range']) && !isset($at['range']) && !isset($at['low'])) {
            $at['range'] = $guessed['range'];
        }

        return new self($at, $firstRow, array_diff_key($strange, array_flip($at)));
    }

    public function has(string $what): bool
    {
        return isset($this->at[$what]);
    }

    /** Whether a row only says once more what the columns are. */
    public function isHeading(Row $row): bool
    {
        $named = self::named($row->cells, []);

        return \count($named) >= 2 && isset($named['name']) && \count($named) === \count($row->filled());
    }

    /**
     * @param list<string> $cells
     * @param array<int, string> $above headings that stand over several columns
     *
     * @return array<string, int>
     */
    private static function named(array $cells, array $above): array
    {
        $columns = [];
        foreach ($cells as $column => $cell) {
            $own = self::words($cell);
            $over = self::words($above[$column] ?? '');
            foreach (array_unique(array_filter([trim("{$over} {$own}"), $own, '' === $own ? $over : ''])) as $words) {
                $what = self::meaning($words);
                if (null !== $what && !isset($columns[$what])) {
                    $columns[$what] = $column;
                    break;
                }
            }
        }
        foreach ([['nrpn msb', 'nrpn lsb'], ['msb', 'lsb']] as [$high, $low]) {
            if (isset($columns[$high]) !== isset($columns[$low])) {
                unset($columns[$high], $columns[$low]);
            }
        }

        return $columns;
    }

    private static function meaning(string $words): ?string
    {
        foreach (self::WORDS as $what => $known) {
            if (\in_array($words, $known, true)) {
                return $what;
            }
        }

        return null;
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

    private static function words(string $heading): string
    {
        return trim((string) preg_replace(['/\(.*?\)/', '/[^a-z0-9 ]+/', '/\s+/'], ['', ' ', ' '], mb_strtolower($heading)));
    }

    /**
     * @param list<Row> $rows
     *
     * @return array<string, int>
     */
    private static function guessed(array $rows): array
    {
        $numbers = $texts = $ranges = [];
        foreach ($rows as $row) {
            foreach ($row->filled() as $column => $cell) {
                if (null !== Numbers::of($cell)) {
                    $numbers[$column] = ($numbers[$column] ?? 0) + 1;
                } elseif (null !== ValueRange::of($cell)) {
                    $ranges[$column] = ($ranges[$column] ?? 0) + 1;
                } elseif (1 === preg_match('/\pL{2}/u', $cell)) {
                    $texts[$column] = ($texts[$column] ?? 0) + 1;
                }
            }
        }
        $most = static fn (array $counts): ?int => [] === $counts ? null : (int) array_search(max($counts), $counts, true);
        $name = $most($texts);
        $number = $most($numbers);
        $range = $most($ranges);

        return array_filter(['name' => $name, 'cc' => $number === $name ? null : $number, 'range' => $range === $name || $range === $number ? null : $range], static fn (?int $column): bool => null !== $column);
    }
}
