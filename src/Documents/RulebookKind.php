<?php

declare(strict_types=1);

namespace App\Documents;

use ZigzagPost\Core\Rulebook\Parser;

/** Rulebooks: any text may be kept while it is written; a file has to be text. */
final class RulebookKind implements DocumentKind
{
    public const NAME = 'rulebook';

    public function name(): string
    {
        return self::NAME;
    }

    public function maxBytes(): int
    {
        return Parser::MAX_BYTES;
    }

    public function ending(): string
    {
        return 'book';
    }

    public function read(string $text, string $fileName): array
    {
        if (\strlen($text) > Parser::MAX_BYTES) {
            throw BadDocument::at($fileName, '', 'a rulebook is at most 2 MiB of text');
        }
        if (!mb_check_encoding($text, 'UTF-8') || str_contains($text, "\0")) {
            throw BadDocument::at($fileName, '', 'this is not UTF-8 text, as a rulebook is');
        }
        $read = Parser::parse($text);
        [$book, $errors] = [$read->book, $read->errors];
        if ([] !== $errors && [] === $book->lines) {
            throw BadDocument::at($fileName, "line {$errors[0]->span->line}", "{$errors[0]->getMessage()}; nothing in this file can be read as a rulebook");
        }

        return $this->summary($text);
    }

    public function summary(string $text): array
    {
        return ['lines' => substr_count($text, "\n") + 1];
    }
}
