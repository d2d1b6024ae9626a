<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/** Numbers of messages as people write them in tables. */
final class Numbers
{
    /** Words that say that there is no message. */
    private const NONE = ['-', '–', '—', 'n/a', 'none', 'no', 'x', '/'];

    public static function isNone(string $cell): bool
    {
        return \in_array(mb_strtolower($cell), self::NONE, true);
    }

    /**
     * A message by kind and number, out of a cell such as "74", "CC#74", "0x4A", "4Ah", "NRPN 1:23", "7/39" or "Pitch bend".
     *
     * @return array{kind: string, number?: int}|null
     */
    public static function of(string $cell, string $kind = 'cc'): ?array
    {
        $text = mb_strtolower(trim($cell));
        $word = match (true) {
            1 === preg_match('/^(pitch ?(bend|wheel)|bend)$/', $text) => 'bend',
            1 === preg_match('/^((channel )?(after ?touch|pressure))$/', $text) => 'pressure',
            1 === preg_match('/^(program|program change|pc)$/', $text) => 'program',
            default => null,
        };
        if (null !== $word) {
            return ['kind' => $word];
        }
        if (1 === preg_match('/^(?:(nrpn|rpn)\s*#?\s*)?(\d{1,3})\s*[:\/,]\s*(\d{1,3})$/', $text, $match) && ('' !== $match[1] || 'cc' !== $kind)) {
            return (int) $match[2] > 127 || (int) $match[3] > 127 ? null : ['kind' => '' === $match[1] ? $kind : $match[1], 'number' => (int) $match[2] << 7 | (int) $match[3]];
        }
        if (1 === preg_match('/^(nrpn|rpn)\s*#?\s*(\S+)$/', $text, $match)) {
            $number = self::whole($match[2]);

            return null === $number || $number > 16383 ? null : ['kind' => $match[1], 'number' => $number];
        }
        if (1 === preg_match('/^(?:cc)?\s*#?\s*(?:msb\s*)?(\d{1,2})\s*(?:[\/+,&]|lsb|and|\s)+\s*(?:lsb\s*)?(?:cc)?\s*#?(\d{1,2})$/', $text, $match) && (int) $match[2] === (int) $match[1] + 32) {
            return ['kind' => 'cc14', 'number' => (int) $match[1]];
        }
        if (1 === preg_match('/^(?:(?:midi )?(cc|ctrl|controller|control change|control|nrpn|rpn|program|pc))?\s*(?:no\.?|nr\.?)?\s*#?\s*(0x[0-9a-f]+|[0-9a-f]+h|\$[0-9a-f]+|\d+)\s*(?:\(.*\))?$/', $text, $match)) {
            $number = self::whole($match[2]);
            $of = match ($match[1]) {
                '' => $kind,
                'nrpn', 'rpn' => $match[1],
                'program', 'pc' => 'program',
                default => 'cc',
            };

            return null === $number || $number > ('nrpn' === $of || 'rpn' === $of ? 16383 : 127) ? null : ['kind' => $of, 'number' => $number];
        }

        return null;
    }

    private static function whole(string $text): ?int
    {
        return match (true) {
            1 === preg_match('/^\d{1,6}$/', $text) => (int) $text,
            1 === preg_match('/^0x([0-9a-f]{1,4})$/', $text, $match), 1 === preg_match('/^\$([0-9a-f]{1,4})$/', $text, $match), 1 === preg_match('/^([0-9a-f]{1,4})h$/', $text, $match) => (int) hexdec($match[1]),
            default => null,
        };
    }
}
