<?php

declare(strict_types=1);

namespace App\Command;

/** Ends a command with one line on standard error and an exit status. */
final class CommandFailed extends \RuntimeException
{
    public static function rulebook(string $line): self
    {
        return new self($line, 1);
    }

    public static function input(string $line): self
    {
        return new self($line, 2);
    }
}
