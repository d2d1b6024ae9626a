<?php

declare(strict_types=1);

namespace App\Command;

/** Arguments and options as text. */
final class OptionText
{
    public static function of(mixed $argument): string
    {
        return \is_string($argument) ? $argument : '';
    }

    public static function orNull(mixed $option): ?string
    {
        return \is_string($option) ? $option : null;
    }
}
