<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Data\Problem;
use ZigzagPost\Core\Rig\Chart\Chart;

/**
 * A whole chart as tables, one for each of its lists, and back without a loss.
 *
 * What is no list stands in chart.csv, a line for each fact. An empty cell is unknown; what is more than a word or a number stands as JSON,
 * and so do words that could be taken for something else. A message and a range are written as people write them.
 */
final class ChartTables
{
    private const HEAD = 'chart.csv';
    /** Lists of a chart, and names by number, each a table. */
    private const LISTS = ['settings', 'plugs', 'routes', 'sends', 'hears', 'automatic', 'surface.controls', 'parameters', 'procedures'];
    private const NAMES = ['programs.names' => 'Place', 'keys.names' => 'Key'];
    private const MOST_ROWS = 20000;

    /** @return array<string, string> CSV by file name */
    public static function of(Chart $chart): array
    {
        $tables = [];
        $facts = self::facts((array) Json::toValue($chart), '');
        foreach (self::LISTS as $path) {
            $rows = $facts[$path] ?? null;
            if (\is_array($rows) && [] !== $rows) {
                $tables[self::file($path)] = self::list($path, $rows);
                unset($facts[$path]);
            }
        }
        foreach (self::NAMES as $path => $heading) {
            $names = $facts[$path] ?? null;
            if (\is_array($names) && [] !== $names) {
                $tables[self::file($path)] = self::csv([
                    [$heading, 'Name'],
                    ...array_map(
                        static fn (int|string $number, mixed $name): array => [(string) $number, self::cell($name)],
                        array_keys($names),
                        $names,
                    ),
                ]);
                unset($facts[$path]);
            }
        }

        return [
            self::HEAD => self::csv([
                ['Fact', 'Value'],
                ...array_map(
                    static fn (string $path, mixed $value): array => [$path, self::cell($value)],
                    array_map(strval(...), array_keys($facts)),
                    $facts,
                ),
            ]),
            ...$tables,
        ];
    }

    /**
     * @param array<string, string> $files CSV by file name
     *
     * @return array<mixed> a chart as JSON has it
     *
     * @throws BadData naming the file and the line
     */
    public static function read(array $files): array
    {
        if (!isset($files[self::HEAD])) {
            throw new BadData([new Problem(self::HEAD, 'is missing; it holds what is in no other table')]);
        }
        $chart = [];
        foreach (self::rows(self::HEAD, $files[self::HEAD]) as $line => $cells) {
            $path = $cells['Fact'] ?? '';
            if (1 !== preg_match('/^[a-zA-Z]+(\.[a-zA-Z0-9]+)?$/', $path)) {
                throw new BadData([new Problem(self::HEAD, "line {$line}: \"".mb_strimwidth($path, 0, 60, '…').'" is no fact of a chart')]);
            }
            self::put($chart, $path, self::value($cells['Value'] ?? ''));
        }
        foreach (self::LISTS as $path) {
            $file = self::file($path);
            if (isset($files[$file])) {
                $list = [];
                foreach (self::rows($file, $files[$file]) as $cells) {
                    $list[] = self::row($path, $cells);
                }
                self::put($chart, $path, $list);
            }
        }
        foreach (self::NAMES as $path => $heading) {
            $file = self::file($path);
            $names = [];
            foreach (isset($files[$file]) ? self::rows($file, $files[$file]) : [] as $line => $cells) {
                if (1 !== preg_match('/^\d{1,5}$/', $cells[$heading] ?? '')) {
                    throw new BadData([new Problem($file, "line {$line}: \"{$heading}\" is a whole number")]);
                }
                $names[(int) $cells[$heading]] = self::value($cells['Name'] ?? '');
            }
            if ([] !== $names) {
                self::put($chart, $path, (object) $names);
            }
        }

        return $chart;
    }

    /** Whether files are tables of a chart as they are written here. */
    public static function isSo(string ...$names): bool
    {
        return \in_array(self::HEAD, $names, true);
    }

    private static function file(string $path): string
    {
        $parts = explode('.', $path);

        return ('names' === ($parts[1] ?? '') ? $parts[0] : $parts[1] ?? $parts[0]).'.csv';
    }

    /**
     * Facts of a chart by their path; those of objects in it singly, lists whole.
     *
     * @param array<mixed> $object
     *
     * @return array<string, mixed>
     */
    private static function facts(array $object, string $under): array
    {
        $facts = [];
        foreach ($object as $name => $value) {
            $path = $under.$name;
            $facts +=
                '' === $under && \is_array($value) && [] !== $value && !array_is_list($value) ? self::facts($value, "{$path}.") : [$path => $value];
        }

        return $facts;
    }

    /** @param array<mixed> $rows */
    private static function list(string $path, array $rows): string
    {
        $fields = [];
        foreach ($rows as $row) {
            $fields += \is_array($row) ? array_flip(array_map(strval(...), array_keys($row))) : [];
        }
        $fields = array_map(strval(...), array_keys($fields));
        $table = [array_map(self::heading(...), $fields)];
        foreach ($rows as $row) {
            $table[] = array_map(
                static fn (string $field): string => \is_array($row) && \array_key_exists($field, $row)
                    ? self::written($path, $field, $row[$field])
                    : '',
                $fields,
            );
        }

        return self::csv($table);
    }

    /**
     * @param array<string, string> $cells by heading
     *
     * @return array<string, mixed>
     */
    private static function row(string $path, array $cells): array
    {
        $row = [];
        foreach ($cells as $heading => $cell) {
            if ('' !== $cell) {
                $field = self::field((string) $heading);
                $row[$field] = self::meant($path, $field, $cell);
            }
        }

        return $row;
    }

    private static function written(string $path, string $field, mixed $value): string
    {
        $text = match (true) {
            'message' === $field && \is_array($value) => self::message($value),
            'raw' === $field && \is_array($value) => implode('..', array_filter($value, \is_int(...))),
            default => null,
        };

        return null !== $text && self::meant($path, $field, $text) === $value ? $text : self::cell($value);
    }

    private static function meant(string $path, string $field, string $cell): mixed
    {
        if ('parameters' === $path && 'message' === $field && '{' !== ($cell[0] ?? '')) {
            return MessageCell::of($cell)->message ?? $cell;
        }
        if ('raw' === $field && 1 === preg_match('/^(-?\d{1,5})\.\.(-?\d{1,5})$/', $cell, $match)) {
            return [(int) $match[1], (int) $match[2]];
        }

        return self::value($cell);
    }

    /** @param array<mixed> $message */
    private static function message(array $message): ?string
    {
        $number = $message['number'] ?? null;
        $kind = $message['kind'] ?? null;
        if ([] !== array_diff_key($message, ['kind' => 0, 'number' => 0]) || !\is_string($kind) || (null !== $number && !\is_int($number))) {
            return null;
        }

        return match ($kind) {
            'bend' => 'Pitch bend',
            'pressure' => 'Channel pressure',
            'cc14' => null === $number ? null : "CC {$number}/".($number + 32),
            'nrpn', 'rpn' => null === $number ? null : strtoupper($kind).' '.($number >> 7).':'.($number & 0x7F),
            'cc' => null === $number ? null : "CC {$number}",
            default => null,
        };
    }

    /** A value in a cell: a word as it is, unless it would be taken for something else or does something in a spreadsheet. */
    private static function cell(mixed $value): string
    {
        if (
            \is_string($value)
            && '' !== $value
            && trim($value) === $value
            && 1 !== preg_match('/^[-+=@"\[{\t]|^(true|false|null)$|^\d|[\r\n\x00]/', $value)
        ) {
            return $value;
        }

        return json_encode($value, \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_PRESERVE_ZERO_FRACTION | \JSON_THROW_ON_ERROR);
    }

    private static function value(string $cell): mixed
    {
        $decoded = json_decode($cell, false, 64);

        return null === $decoded ? $cell : $decoded;
    }

    private static function heading(string $field): string
    {
        return ucfirst(strtolower((string) preg_replace('/([A-Z])/', ' $1', $field)));
    }

    private static function field(string $heading): string
    {
        return lcfirst(str_replace(' ', '', ucwords(strtolower($heading))));
    }

    /** @param array<mixed> $chart */
    private static function put(array &$chart, string $path, mixed $value): void
    {
        [$first, $second] = [...explode('.', $path), null];
        if (null === $second) {
            $chart[$first] = $value;
        } elseif (\is_array($chart[$first] ?? [])) {
            $chart[$first] = [...$chart[$first] ?? [], $second => $value];
        }
    }

    /**
     * @return array<int, array<string, string>> cells by heading, by line
     *
     * @throws BadData
     */
    private static function rows(string $file, string $csv): array
    {
        $stream = fopen('php://memory', 'w+');
        if (false === $stream) {
            return [];
        }
        fwrite($stream, CharacterSet::of($csv)->text);
        rewind($stream);
        $headings = null;
        $rows = [];
        $line = 0;
        while (false !== ($cells = fgetcsv($stream, null, ',', '"', ''))) {
            ++$line;
            $cells = array_map(static fn (?string $cell): string => $cell ?? '', $cells);
            if ([''] === $cells) {
                continue;
            }
            if (null === $headings) {
                $headings = array_map(static fn (string $cell): string => trim($cell, "\u{FEFF} "), $cells);
                continue;
            }
            if (\count($cells) > \count($headings)) {
                throw new BadData([new Problem($file, "line {$line}: there are more cells than headings")]);
            }
            if (\count($rows) >= self::MOST_ROWS) {
                throw new BadData([new Problem($file, 'a table has at most '.self::MOST_ROWS.' lines')]);
            }
            $rows[$line] = array_combine($headings, array_pad($cells, \count($headings), ''));
        }
        fclose($stream);

        return $rows;
    }

    /** @param list<list<string>> $rows */
    private static function csv(array $rows): string
    {
        $stream = fopen('php://memory', 'w+');
        if (false === $stream) {
            return '';
        }
        foreach ($rows as $row) {
            fputcsv($stream, $row, ',', '"', '');
        }
        rewind($stream);
        $csv = (string) stream_get_contents($stream);
        fclose($stream);

        return $csv;
    }
}
