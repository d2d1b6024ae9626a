<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Midi;

/** MIDI bytes as text: upper-case hexadecimal pairs with a space between them. */
final class Bytes
{
    public static function toHex(string $bytes): string
    {
        return rtrim(chunk_split(strtoupper(bin2hex($bytes)), 2, ' '));
    }

    /** The bytes of a hexadecimal text (`90 3C 64`, any case), or null when it is not one. */
    public static function fromHex(string $hex): ?string
    {
        // Pairs and nothing else: no other character, no single digit, no three in a row, nothing around them.
        if (
            1 !== preg_match('/^[0-9A-Fa-f][0-9A-Fa-f \t]*[0-9A-Fa-f]$/D', $hex)
            || 0 !== preg_match('/[0-9A-Fa-f]{3}|(?<![0-9A-Fa-f])[0-9A-Fa-f](?![0-9A-Fa-f])/', $hex)
        ) {
            return null;
        }
        $bytes = hex2bin(str_replace([' ', "\t"], '', $hex));

        return false === $bytes ? null : $bytes;
    }
}
