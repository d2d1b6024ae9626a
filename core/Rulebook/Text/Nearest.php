<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** Finds the word that was probably meant by a misspelt one. */
final class Nearest
{
    /** @param list<string> $candidates */
    public static function of(string $word, array $candidates): ?string
    {
        $best = null;
        $bestDistance = 1 + max(1, intdiv(\strlen($word), 3));
        if (\strlen($word) > 60) {
            return null;
        }
        foreach ($candidates as $candidate) {
            $distance = self::isSwapped(strtolower($word), $candidate) ? 1 : levenshtein(strtolower($word), $candidate);
            if ($distance < $bestDistance && 1 === preg_match('/^[a-z][a-z0-9_]*$/', $candidate)) {
                $best = $candidate;
                $bestDistance = $distance;
            }
        }

        return $best;
    }

    /** Whether two neighbouring letters have changed places. */
    private static function isSwapped(string $word, string $candidate): bool
    {
        for ($i = 0; $i + 1 < \strlen($word); ++$i) {
            if (substr_replace($word, $word[$i + 1].$word[$i], $i, 2) === $candidate) {
                return true;
            }
        }

        return false;
    }
}
