<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** Something wrong in a document: where it stands, what it is and what to do. */
final readonly class Problem
{
    /** @param string $path such as "plugs[2].label"; empty for the document as a whole */
    public function __construct(public string $path, public string $text)
    {
    }

    public function print(): string
    {
        return '' === $this->path ? $this->text : "{$this->path}: {$this->text}";
    }
}
