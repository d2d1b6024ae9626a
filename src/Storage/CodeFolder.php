<?php

declare(strict_types=1);

namespace App\Storage;

/** Compiled code, as files on disk. None is taken that anybody else could have written. */
final readonly class CodeFolder
{
    /** Bits of a mode that let others write: the group and all, or all. */
    private const OTHERS = 0o022;
    private const ALL = 0o002;
    private const STICKY = 0o1000;

    public function __construct(private string $folder)
    {
    }

    /** @return bool whether the disk has taken it */
    public function write(string $name, string $php): bool
    {
        return Shelf::put($this->folder, $name, $php);
    }

    /** A file that may be loaded; null where there is none, or others could have written it. */
    public function file(string $name): ?string
    {
        $file = "{$this->folder}/{$name}";

        return is_file($file) && self::isOfUsAlone($file) ? $file : null;
    }

    public function sweep(int $seconds): void
    {
        Shelf::sweepFolder($this->folder, $seconds);
    }

    /** Whether nobody but this user, and the system, can have put this file there: neither the file nor any folder above it is open to others. */
    private static function isOfUsAlone(string $file): bool
    {
        if (is_link($file)) {
            return false;
        }
        for ($path = (string) realpath($file), $isParent = false;; $path = \dirname($path), $isParent = true) {
            $found = @stat($path);
            if (false === $found || !\in_array($found['uid'], [posix_geteuid(), 0], true)) {
                return false;
            }
            // In a folder of which each may take away only what is his, such as /tmp, what is ours stays ours.
            $others = $found['mode'] & (self::isGroupOfUsAlone($found['gid']) ? self::ALL : self::OTHERS);
            if (0 !== $others && !($isParent && 0 !== ($found['mode'] & self::STICKY))) {
                return false;
            }
            if ($path === \dirname($path)) {
                return true;
            }
        }
    }

    /** Many systems give each user a group of the same name, with nobody else in it. */
    private static function isGroupOfUsAlone(int $group): bool
    {
        $user = posix_getpwuid(posix_geteuid());
        $found = false === $user || $group !== $user['gid'] || 0 === $group ? false : posix_getgrgid($group);

        return false !== $user && false !== $found && $found['name'] === $user['name'] && [] === array_diff($found['members'], [$user['name']]);
    }
}
