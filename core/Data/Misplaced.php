<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** Finds where a text ceases to be JSON. */
final class Misplaced
{
    private const TOKEN = '/\G[ \t\r\n]*+(?:(?<open>[{\[])|(?<close>[}\]])|(?<sign>[,:])|"(?:[^"\\\\\x00-\x1f]|\\\\["\\\\\/bfnrtu])*+"'
        .'|-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?|true|false|null)/';

    /** The line, from 1, of the first thing that cannot stand where it stands; null when that cannot be told. */
    public static function line(string $text): ?int
    {
        $offset = 0;
        $open = '';
        $canBeValue = true;
        while (1 === preg_match(self::TOKEN, $text, $match, \PREG_UNMATCHED_AS_NULL, $offset)) {
            $close = $match['close'] ?? null;
            $isSign = null !== ($match['sign'] ?? null);
            $isValue = null === $close && !$isSign;
            if (($isValue && !$canBeValue) || (null !== $close && ('}' === $close ? '{' : '[') !== substr($open, -1))) {
                break;
            }
            $offset += \strlen((string) $match[0]);
            $open .= $match['open'] ?? '';
            $open = null === $close ? $open : substr($open, 0, -1);
            $canBeValue = $isSign || null !== ($match['open'] ?? null);
            if ('' === $open) {
                break;
            }
        }
        $offset += strspn($text, " \t\r\n", $offset);

        return $offset >= \strlen($text) && '' === $open ? null : 1 + substr_count($text, "\n", 0, min($offset, \strlen($text)));
    }
}
