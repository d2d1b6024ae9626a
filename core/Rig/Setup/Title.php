<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

/** Titles of controls, parameters, programs and values are compared without regard to case and runs of blanks. */
final class Title
{
    public static function key(string $title): string
    {
        return mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', $title)));
    }

    public static function equal(string $one, string $other): bool
    {
        return self::key($one) === self::key($other);
    }

    /**
     * The title that was probably meant.
     *
     * @param list<string> $titles
     */
    public static function nearest(string $title, array $titles): ?string
    {
        $key = self::key($title);
        $best = null;
        $least = max(2, intdiv(mb_strlen($key), 2));
        foreach ($titles as $candidate) {
            $other = self::key($candidate);
            $distance = str_contains($other, $key) && mb_strlen($key) > 2 ? 1 : levenshtein(substr($key, 0, 100), substr($other, 0, 100));
            if ($distance < $least) {
                [$best, $least] = [$candidate, $distance];
            }
        }

        return $best;
    }
}
