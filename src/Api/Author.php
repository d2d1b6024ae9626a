<?php

declare(strict_types=1);

namespace App\Api;

use App\Documents\DocumentName;
use Symfony\Component\HttpFoundation\Request;

/** Who makes a change, as the browser tells: its user is asked once. */
final class Author
{
    private const HEADER = 'X-Author';
    private const LONGEST = 80;

    /** Empty when nobody has said. */
    public static function of(Request $request): string
    {
        return trim(mb_substr(DocumentName::line(rawurldecode((string) $request->headers->get(self::HEADER, ''))), 0, self::LONGEST));
    }
}
