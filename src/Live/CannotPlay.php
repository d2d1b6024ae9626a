<?php

declare(strict_types=1);

namespace App\Live;

/** Something that stands in the way of playing, said in one line with what to do. */
final class CannotPlay extends \RuntimeException
{
    public static function because(string $text): self
    {
        return new self($text);
    }
}
