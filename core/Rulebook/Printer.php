<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

/** Prints the canonical form: two spaces under a heading, one blank line between headings, comments where they stood. */
final class Printer
{
    public static function print(Rulebook $book): string
    {
        $out = '';
        $previous = null;
        /** @var list<SourceLine> $comments */
        $comments = [];
        foreach ($book->lines as $line) {
            if (SourceLine::COMMENT === $line->kind) {
                $comments[] = $line;
                continue;
            }
            $indent = SourceLine::BODY === $line->kind ? '  ' : '';
            if (null !== $previous && self::isApart($previous, $line)) {
                $out .= "\n";
            }
            foreach ($comments as $comment) {
                $out .= $indent.$comment->comment."\n";
            }
            $out .= $indent.$line->text.(null === $line->comment ? '' : '  '.$line->comment)."\n";
            $comments = [];
            $previous = $line;
        }
        if ([] !== $comments && null !== $previous) {
            $out .= "\n";
        }
        foreach ($comments as $comment) {
            $out .= $comment->comment."\n";
        }

        return $out;
    }

    private static function isApart(SourceLine $previous, SourceLine $line): bool
    {
        return match ($line->kind) {
            SourceLine::BODY => false,
            SourceLine::HEADING => true,
            default => $previous->kind !== $line->kind,
        };
    }
}
