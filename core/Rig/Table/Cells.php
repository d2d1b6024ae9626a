<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** Cuts a pasted table into cells: tabs, semicolons, commas, bars, or runs of blanks. */
final class Cells
{
    private const MOST_ROWS = 20000;
    private const MOST_COLUMNS = 60;

    /** @return list<Row> without empty ones */
    public static function of(string $text): array
    {
        $text = str_replace(["\u{FEFF}", "\r\n", "\r", "\u{00A0}"], ['', "\n", "\n", ' '], $text);
        $text = self::bounded($text);
        $delimiter = self::delimiter($text);
        $rows = '  ' === $delimiter || ',' === $delimiter ? self::sentences($text, '  ' === $delimiter) : [];
        if ([] !== $rows) {
            return $rows;
        }
        if (\strlen($delimiter) > 1 || '|' === $delimiter) {
            foreach (explode("\n", $text) as $index => $line) {
                $cells = '|' === $delimiter ? explode('|', trim(trim($line), '|')) : (preg_split('/ {2,}/', trim($line)) ?: []);
                $isRuler = 1 === preg_match('/^[\s|:+=-]*$/', $line);
                $rows[] = new Row($index + 1, $isRuler ? [] : self::trimmed($cells));
            }
        } else {
            $rows = self::quoted($text, $delimiter);
        }

        return \array_slice(array_values(array_filter($rows, static fn (Row $row): bool => [] !== $row->filled())), 0, self::MOST_ROWS);
    }

    /**
     * Lines as they are typed: "CC 64 = Sustain (0-63 off, 64-127 on)", or "Resonance 71 0-127"; nothing where most lines are not so.
     *
     * @param bool $isLoose whether a number behind the name is enough
     *
     * @return list<Row>
     */
    private static function sentences(string $text, bool $isLoose): array
    {
        $rows = [];
        $lines = array_filter(array_map(trim(...), explode("\n", $text)), static fn (string $line): bool => '' !== $line);
        $fits = 0;
        foreach (\array_slice($lines, 0, self::MOST_ROWS, true) as $index => $line) {
            if (
                1 ===
                preg_match(
                    '/^((?:CC|NRPN|RPN|Controller|Control)\s*#?\s*\d{1,5})\s*(?:[:=–—.)-]|\s)\s*([^\d\s].*?)(?:\s*[(\[](.*)[)\]])?$/iu',
                    $line,
                    $match,
                )
            ) {
                $rows[] = new Row($index + 1, self::trimmed([$match[2], $match[1], $match[3] ?? '']));
                ++$fits;
            } elseif (
                1 ===
                preg_match(
                    '/^(\pL[^=:]*?)\s*[=:–—]\s*((?:CC|NRPN|RPN|Controller|Control)\s*#?\s*\d{1,5})(?:\s*[,;(\[]\s*([^)\]]*)[)\]]?)?$/iu',
                    $line,
                    $match,
                )
            ) {
                $rows[] = new Row($index + 1, self::trimmed([$match[1], $match[2], $match[3] ?? '']));
                ++$fits;
            } elseif (
                $isLoose
                && 1 ===
                    preg_match(
                        '/^(\S.*?\pL.*?)\s+((?:(?:CC|NRPN)\s*#?\s*)?\d{1,5})(?:\s+(\d+\s*(?:-|–|\.\.|to)\s*\d+|on\/off|off\/on))?$/iu',
                        $line,
                        $match,
                    )
            ) {
                $rows[] = new Row($index + 1, self::trimmed([$match[1], $match[2], $match[3] ?? '']));
                ++$fits;
            } else {
                $rows[] = new Row($index + 1, self::trimmed([$line]));
            }
        }

        return $fits >= 2 && 5 * $fits >= 4 * \count($lines) ? $rows : [];
    }

    /** No more of it than can become rows, however many lines there are. */
    private static function bounded(string $text): string
    {
        for ($at = $lines = 0; $lines < 2 * self::MOST_ROWS; ++$lines) {
            $at = strpos($text, "\n", $at);
            if (false === $at) {
                return $text;
            }
            ++$at;
        }

        return substr($text, 0, $at);
    }

    /** The sign that parts the cells of most lines into the same number. */
    private static function delimiter(string $text): string
    {
        $lines = \array_slice(array_values(array_filter(explode("\n", $text), static fn (string $line): bool => '' !== trim($line))), 0, 200);
        $best = '  ';
        $most = 0;
        foreach (["\t", '|', ';', ','] as $sign) {
            $with = \count(
                array_filter(
                    $lines,
                    static fn (string $line): bool => str_contains($line, $sign) && !(',' === $sign && 1 === preg_match('/^[^,]*\d,\d[^,]*$/', $line)),
                ),
            );
            if ($with > $most && 2 * $with >= \count($lines)) {
                return $sign;
            }
            if (
                ',' === $sign
                && $with > $most
                && 0 === \count(array_filter($lines, static fn (string $line): bool => 1 === preg_match('/\S {2,}\S/', $line)))
            ) {
                $best = $sign;
            }
        }

        return $best;
    }

    /** @return list<Row> */
    private static function quoted(string $text, string $delimiter): array
    {
        $stream = fopen('php://memory', 'w+');
        if (false === $stream) {
            return [];
        }
        fwrite($stream, $text);
        rewind($stream);
        $rows = [];
        $line = 1;
        $at = 0;
        while (false !== ($cells = fgetcsv($stream, null, $delimiter, '"', '')) && \count($rows) < self::MOST_ROWS) {
            $rows[] = new Row($line, self::trimmed(array_map(static fn (?string $cell): string => $cell ?? '', $cells)));
            $next = (int) ftell($stream);
            $line += substr_count(substr($text, $at, $next - $at), "\n");
            $at = $next;
        }
        fclose($stream);

        return $rows;
    }

    /**
     * @param array<string> $cells
     *
     * @return list<string>
     */
    private static function trimmed(array $cells): array
    {
        return array_map(
            static fn (string $cell): string => trim((string) preg_replace(['/[\x00-\x08\x0B-\x1F\x7F]/', '/\s+/u'], ['', ' '], $cell), " \t*`"),
            \array_slice(array_values($cells), 0, self::MOST_COLUMNS),
        );
    }
}
