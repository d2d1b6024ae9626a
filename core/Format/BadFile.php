<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** A file that cannot be read as what it claims to be: says where, what is wrong and what to do. */
final class BadFile extends \RuntimeException
{
    public static function atLine(string $file, int $line, string $text): self
    {
        return new self(mb_scrub(\sprintf('%s:%d: %s', $file, $line, $text)));
    }

    public static function atByte(string $file, int $offset, string $text): self
    {
        return new self(mb_scrub(\sprintf('%s: byte %d: %s', $file, $offset, $text)));
    }

    public static function whole(string $file, string $text): self
    {
        return new self(mb_scrub(\sprintf('%s: %s', $file, $text)));
    }
}
