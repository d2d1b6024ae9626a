<?php

declare(strict_types=1);

namespace App\Documents;

/** What is particular about one kind of document. */
interface DocumentKind
{
    /** What it is called in addresses and files. */
    public function name(): string;

    /** Largest text in bytes. */
    public function maxBytes(): int;

    /** Ending of its files. */
    public function ending(): string;

    /**
     * Looks at a text that comes from a file.
     *
     * @return array<string, int|string> what lists show of it
     *
     * @throws BadDocument when it is no document of this kind
     */
    public function read(string $text, string $fileName): array;

    /**
     * What lists show of a text that is being written; nothing is refused.
     *
     * @return array<string, int|string>
     */
    public function summary(string $text): array;
}
