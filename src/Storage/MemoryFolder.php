<?php

declare(strict_types=1);

namespace App\Storage;

/**
 * A folder in shared memory that is ours alone. Its name cannot be guessed: it stands in a file beside the database. It is looked at
 * before anything is read from it: a folder that is a link, of somebody else, or open to others is left alone, and another made.
 */
final readonly class MemoryFolder
{
    private const NAME = '/^zigzag-[0-9a-f]{32}$/D';
    private const TRIES = 8;

    /**
     * @param string $pointer the file in which the name stands
     * @param string $instead a folder on disk, for where there is no memory to be had
     */
    public function __construct(private string $pointer, private string $instead, private string $shared)
    {
    }

    public function path(): string
    {
        for ($try = 0; $try < self::TRIES; ++$try) {
            $name = $this->name($try > 0);
            if (null === $name) {
                break;
            }
            $folder = "{$this->shared}/{$name}";
            if (@mkdir($folder, 0o700) || self::isOurs($folder)) {
                return $folder;
            }
            if (!file_exists($folder) && !is_link($folder)) {
                break; // nothing can be made there
            }
        }

        return $this->instead;
    }

    /** Whether a folder is none but ours: no link, of this user, and closed to all others. */
    public static function isOurs(string $folder): bool
    {
        clearstatcache(true, $folder);
        $found = @lstat($folder);

        return false !== $found && 0o040700 === ($found['mode'] & 0o177777) && posix_geteuid() === $found['uid'];
    }

    /** @param bool $isAnother whether the name that stands there is of no use */
    private function name(bool $isAnother): ?string
    {
        $kept = $isAnother ? null : $this->kept();
        if (null !== $kept) {
            return $kept;
        }
        $name = 'zigzag-'.bin2hex(random_bytes(16));
        $part = "{$this->pointer}.".bin2hex(random_bytes(8)).'.part';
        $file = @fopen($part, 'x');
        if (false === $file) {
            return null;
        }
        chmod($part, 0o600);
        $isWritten = \strlen($name) === @fwrite($file, $name) && fclose($file);
        // Of several that begin at the same time one is the first, and the others take its name.
        $isFirst = $isWritten && ($isAnother ? @rename($part, $this->pointer) : @link($part, $this->pointer));
        @unlink($part);

        return $isFirst ? $name : $this->kept();
    }

    private function kept(): ?string
    {
        clearstatcache(true, $this->pointer);
        $found = @lstat($this->pointer);
        if (false === $found || 0o100000 !== ($found['mode'] & 0o170000) || posix_geteuid() !== $found['uid'] || 0 !== ($found['mode'] & 0o022)) {
            return null;
        }
        $name = (string) @file_get_contents($this->pointer, false, null, 0, 100);

        return 1 === preg_match(self::NAME, $name) ? $name : null;
    }
}
