<?php

declare(strict_types=1);

namespace App\Documents;

/** What documents and people are called: one line of text, in which nothing is hidden. */
final class DocumentName
{
    public const LONGEST = 200;
    /** Control characters, line and paragraph separators, direction marks, and what is no character. */
    private const HIDDEN = '/[\p{Cc}\p{Cs}\p{Zl}\p{Zp}\x{061C}\x{200B}-\x{200F}\x{202A}-\x{202E}\x{2060}-\x{2069}\x{FEFF}\x{FFF9}-\x{FFFB}]/u';

    /** Whether it is UTF-8 in which nothing is hidden. */
    public static function isPlain(string $text): bool
    {
        return 0 === @preg_match(self::HIDDEN, $text);
    }

    /** A line without what is hidden; it may be empty. */
    public static function line(string $text): string
    {
        return trim((string) preg_replace(self::HIDDEN, '', mb_scrub($text)));
    }

    /** A name that can be shown, made of whatever was given. */
    public static function cleaned(string $text): string
    {
        $name = trim(mb_substr(self::line($text), 0, self::LONGEST));

        return '' === $name ? 'Without a name' : $name;
    }
}
