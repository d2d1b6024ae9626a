<?php

declare(strict_types=1);

namespace App\Storage;

/** Something cannot be kept or read; says why and what to do. */
final class StorageProblem extends \RuntimeException
{
    private const READ_ONLY = 'the database can only be read; make the file and its folder writable';

    private function __construct(public readonly int $status, string $text)
    {
        parent::__construct($text);
    }

    public static function nowhere(): self
    {
        return new self(507, 'neither disk nor memory takes any more; make room on the disk');
    }

    public static function diskFull(): self
    {
        return new self(507, 'the disk is full; make room on it');
    }

    public static function isGone(string $database): self
    {
        return new self(503, 'the database '.basename($database).' is not in its place any more; put it back, or start the application anew');
    }

    public static function busy(): self
    {
        return new self(503, 'the database is busy for too long; try again');
    }

    /** What a message of SQLite comes to; null when it is about something else. */
    public static function ofSqlite(string $message): ?self
    {
        return match (true) {
            str_contains($message, 'database or disk is full'), str_contains($message, 'disk I/O error') => self::diskFull(),
            str_contains($message, 'readonly database'), str_contains($message, 'unable to open database') => new self(507, self::READ_ONLY),
            str_contains($message, 'malformed'), str_contains($message, 'not a database') => new self(
                503,
                'the database is damaged; stop the application and start it anew, it will offer the last good copy',
            ),
            str_contains($message, 'database is locked') => self::busy(),
            default => null,
        };
    }
}
