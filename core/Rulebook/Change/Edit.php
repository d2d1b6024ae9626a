<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Change;

use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\Span;

/** Replaces a stretch of text; lines and columns count from 1, the end is not part of it. */
final readonly class Edit
{
    public function __construct(public int $fromLine, public int $fromColumn, public int $toLine, public int $toColumn, public string $text)
    {
    }

    public static function replace(Span $span, string $text): self
    {
        return new self($span->line, $span->column, $span->line, $span->column + $span->length, $text);
    }

    /** @param int $to the last line taken out */
    public static function deleteLines(int $from, int $to): self
    {
        return new self($from, 1, $to + 1, 1, '');
    }

    /** Takes out a line; a comment on it stays. */
    public static function deleteLine(Rulebook $book, int $line): self
    {
        foreach ($book->linesFrom($line) as $source) {
            if ($source->line === $line && null !== $source->comment) {
                return new self($line, 1, $line + 1, 1, $source->comment."\n");
            }
            break;
        }

        return self::deleteLines($line, $line);
    }

    public static function insertBefore(int $line, string $text): self
    {
        return new self($line, 1, $line, 1, $text);
    }

    /**
     * Makes edits that do not overlap and refer to the text as it was; those at one place in the order given.
     *
     * @param list<self> $edits
     */
    public static function apply(array $edits, string $text): string
    {
        $lines = explode("\n", $text);
        $order = array_keys($edits);
        usort(
            $order,
            static fn (int $a, int $b): int => [$edits[$b]->fromLine, $edits[$b]->fromColumn, $b] <=> [
                $edits[$a]->fromLine,
                $edits[$a]->fromColumn,
                $a,
            ],
        );
        foreach ($order as $index) {
            $edit = $edits[$index];
            $before = mb_substr($lines[$edit->fromLine - 1] ?? '', 0, $edit->fromColumn - 1);
            $after = mb_substr($lines[$edit->toLine - 1] ?? '', $edit->toColumn - 1);
            array_splice($lines, $edit->fromLine - 1, $edit->toLine - $edit->fromLine + 1, explode("\n", $before.$edit->text.$after));
        }

        return implode("\n", $lines);
    }
}
