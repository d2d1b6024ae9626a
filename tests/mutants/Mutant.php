<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Mutants;

/** One small change of a source file that a test ought to notice. */
final readonly class Mutant
{
    /**
     * @param string $file below the root
     * @param int $from the first byte that is replaced
     * @param int $length how many bytes are
     */
    public function __construct(public string $file, public int $line, public int $from, public int $length, public string $by, public string $what)
    {
    }

    public function in(string $source): string
    {
        return substr_replace($source, $this->by, $this->from, $this->length);
    }
}
