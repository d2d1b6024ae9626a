<?php

declare(strict_types=1);

namespace App\Documents;

/** A file that is not what it should be; the text says which, where, and why. */
final class BadDocument extends \RuntimeException
{
    public static function at(string $fileName, string $place, string $why): self
    {
        return new self("{$fileName}: ".('' === $place ? '' : "{$place}: ").$why);
    }
}
