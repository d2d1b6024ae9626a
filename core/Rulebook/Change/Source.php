<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Change;

use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Scene;
use ZigzagPost\Core\Rulebook\SourceLine;
use ZigzagPost\Core\Rulebook\Text\Lexer;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/** A rulebook as its author wrote it, for changes that leave everything else as it stands. */
final readonly class Source
{
    /**
     * @param list<string> $lines
     * @param list<RulebookError> $errors lines that cannot be read
     */
    private function __construct(public string $text, public array $lines, public Rulebook $book, public array $errors)
    {
    }

    public static function of(string $text): self
    {
        $read = Parser::parse($text);
        [$book, $errors] = [$read->book, $read->errors];

        return new self($text, explode("\n", $text), $book, $errors);
    }

    /** A rulebook that has been read already, whatever was wrong with it. */
    public static function ofBook(Rulebook $book): self
    {
        return new self($book->text, explode("\n", $book->text), $book, []);
    }

    /**
     * Edits with the line ends of the text.
     *
     * @param list<Edit> $edits
     *
     * @return list<Edit>
     */
    private function ended(array $edits): array
    {
        return !str_contains($this->text, "\r\n")
            ? $edits
            : array_map(
                static fn (Edit $edit): Edit => new Edit(
                    $edit->fromLine,
                    $edit->fromColumn,
                    $edit->toLine,
                    $edit->toColumn,
                    (string) preg_replace('/(?<!\r)\n/', "\r\n", $edit->text),
                ),
                $edits,
            );
    }

    /**
     * The same with edits made.
     *
     * @param list<Edit> $edits
     *
     * @throws RulebookError when something cannot be read afterwards that could be read before
     */
    public function with(array $edits): self
    {
        $changed = self::of(Edit::apply($this->ended($edits), $this->text));
        if (\count($changed->errors) > \count($this->errors)) {
            $before = array_map(static fn (RulebookError $error): string => $error->getMessage(), $this->errors);
            foreach ($changed->errors as $error) {
                if (!\in_array($error->getMessage(), $before, true)) {
                    throw $error;
                }
            }
        }

        return $changed;
    }

    /** The rule under a heading line, if there is one. */
    public function ruleAt(int $line): ?Rule
    {
        $found = null;
        foreach ($this->book->rules as $rule) {
            if ($rule->span->line <= $line) {
                $found = $rule;
            }
        }

        return null !== $found && $line <= $this->end($found) ? $found : null;
    }

    /** The first line of a rule: of the comments right above its heading, or the heading. */
    public function start(Rule $rule): int
    {
        $line = $rule->span->line;
        while ($line > 1 && str_starts_with(ltrim($this->lines[$line - 2]), '#')) {
            --$line;
        }

        return $line;
    }

    /** The last line of a rule; comments behind it belong to what follows. */
    public function end(Rule $rule): int
    {
        $end = $rule->span->line;
        foreach ($this->book->linesFrom($rule->span->line + 1) as $line) {
            if (SourceLine::BODY === $line->kind) {
                $end = $line->line;
            } elseif (SourceLine::COMMENT !== $line->kind) {
                break;
            }
        }
        foreach ($this->book->unreadable as $line) {
            $end = $line === $end + 1 ? $line : $end;
        }

        return $end;
    }

    /** The line behind everything that belongs to a scene. */
    public function endOf(Scene $scene): int
    {
        $end = $scene->span->line;
        foreach ($this->book->linesFrom($scene->span->line + 1) as $line) {
            if (SourceLine::HEADING === $line->kind && !str_starts_with($line->text, 'rule')) {
                break;
            }
            $end = SourceLine::COMMENT === $line->kind ? $end : $line->line;
        }

        return $end + 1;
    }

    /** Lines as they stand, each with its line break. */
    public function cut(int $from, int $to): string
    {
        return implode("\n", \array_slice($this->lines, $from - 1, $to - $from + 1))."\n";
    }

    /**
     * The statement of a line with other words in some places.
     *
     * @param list<Span> $places on that line
     *
     * @throws RulebookError
     */
    public function replaced(int $line, array $places, string $words): string
    {
        $statement = $this->statement($line);
        $text = mb_substr($this->lines[$line - 1], $statement->column - 1, $statement->length);
        usort($places, static fn (Span $one, Span $other): int => $other->column <=> $one->column);
        foreach ($places as $place) {
            $at = $place->column - $statement->column;
            $text = mb_substr($text, 0, $at).$words.mb_substr($text, $at + $place->length);
        }

        return $text;
    }

    /**
     * Where the statement of a line stands, without indentation and comment.
     *
     * @throws RulebookError
     */
    public function statement(int $line): Span
    {
        $text = $this->lines[$line - 1];
        $comment = Lexer::line($text, $line)->comment ?? '';
        $words = rtrim('' === $comment ? $text : mb_substr($text, 0, (int) mb_strrpos($text, $comment)));
        $indent = mb_strlen($words) - mb_strlen(ltrim($words));

        return new Span($line, $indent + 1, max(1, mb_strlen($words) - $indent));
    }
}
