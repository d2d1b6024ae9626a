<?php

declare(strict_types=1);

namespace App\Api;

use Symfony\Component\HttpFoundation\Request;

/** Who makes a change, as the browser tells: its user is asked once. */
final class Author
{
    private const HEADER = 'X-Author';
    private const LONGEST = 80;

    /** Empty when nobody has said. */
    public static function of(Request $request): string
    {
        $name = mb_scrub(rawurldecode((string) $request->headers->get(self::HEADER, '')));

        return mb_substr(trim((string) preg_replace('/[\x00-\x1F\x7F]+/', ' ', $name)), 0, self::LONGEST);
    }
}
