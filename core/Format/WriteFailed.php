<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Format;

/** What was made cannot be written. */
final class WriteFailed extends \RuntimeException
{
    public static function full(): self
    {
        return new self('nothing more can be written there; is the disk full, or has the reader gone?');
    }
}
