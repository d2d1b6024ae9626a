<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Text;

/** What people write out of habit, and what to write instead. */
final class Habits
{
    /** Words, with what to write and, where that is one word, the word. */
    private const WORDS = [
        'if' => ['write a condition as "only EXPRESSION", or behind "take" as "where EXPRESSION"'],
        'when' => ['write a condition as "only EXPRESSION", or behind "take" as "where EXPRESSION"'],
        'transpose' => ['write "set key = key + 12"'],
        'pitchbend' => ['write "bend"', 'bend'],
        'pitch' => ['write "bend"', 'bend'],
        'aftertouch' => ['write "pressure" for a whole channel, "polypressure" for single keys'],
        'control' => ['write "cc" and its number, such as "cc 7"'],
        'controller' => ['write "cc" and its number, such as "cc 7"', 'cc'],
        'noteon' => ['write "note": its note-off comes with it', 'note'],
        'noteoff' => ['write "note": its note-off comes with it', 'note'],
        'note_on' => ['write "note": its note-off comes with it', 'note'],
        'note_off' => ['write "note": its note-off comes with it', 'note'],
        'notes' => ['write "note"', 'note'],
        'keys' => ['write "note", and "key" for which of them'],
        'programchange' => ['write "program"', 'program'],
        'program_change' => ['write "program"', 'program'],
        'pc' => ['write "program"', 'program'],
        'sustain' => ['write "cc 64"', 'cc 64'],
        'modwheel' => ['write "cc 1"', 'cc 1'],
        'filter' => ['write "drop" to end messages here, or "only EXPRESSION" to let some through'],
        'block' => ['write "drop"', 'drop'],
        'output' => ['write "send" and an out port'],
        'forward' => ['write "send" and an out port', 'send'],
        'all' => ['write "any"', 'any'],
        'everything' => ['write "any"', 'any'],
        'not' => ['put "not" before what it denies'],
    ];

    /** Characters that look like others or like nothing, and what they are. */
    private const CHARACTERS = [
        "\u{00A0}" => 'a no-break space; write a plain space',
        "\u{2007}" => 'a figure space; write a plain space',
        "\u{202F}" => 'a narrow no-break space; write a plain space',
        "\u{3000}" => 'an ideographic space; write a plain space',
        "\u{200B}" => 'a zero-width space, which cannot be seen; delete it',
        "\u{200C}" => 'a zero-width non-joiner, which cannot be seen; delete it',
        "\u{200D}" => 'a zero-width joiner, which cannot be seen; delete it',
        "\u{2060}" => 'a word joiner, which cannot be seen; delete it',
        "\u{00AD}" => 'a soft hyphen, which cannot be seen; delete it',
        "\u{FEFF}" => 'a byte order mark, which cannot be seen; delete it',
        "\u{2028}" => 'a line separator; begin a new line instead',
        "\u{2029}" => 'a paragraph separator; begin a new line instead',
        "\u{201C}" => 'a curly quote; write a straight one, "',
        "\u{201D}" => 'a curly quote; write a straight one, "',
        "\u{201E}" => 'a low quote; write a straight one, "',
        "\u{2018}" => 'a curly quote; texts stand in straight double quotes, "',
        "\u{2019}" => 'a curly quote; texts stand in straight double quotes, "',
        "'" => 'a single quote; texts stand in double quotes, "',
        "\u{2013}" => 'a dash; write a hyphen, or ".." for a range',
        "\u{2014}" => 'a dash; write a hyphen, or ".." for a range',
        "\u{2212}" => 'a minus sign of another kind; write a hyphen',
        "\u{2026}" => 'an ellipsis; write ".." for a range',
        "\u{00D7}" => 'a multiplication sign; write *',
        ';' => 'a semicolon; a line ends without one',
        '&' => 'an ampersand; write "and"',
        '|' => 'a bar; write "or"',
        '!' => 'an exclamation mark; write "not", or "!=" for "is not"',
        '.' => 'a point; a number has a digit before it, such as 0.5, and a range two points, such as 1..8',
    ];

    public static function ofWord(string $word): ?Habit
    {
        $known = self::WORDS[strtolower($word)] ?? null;

        return null === $known ? null : new Habit(...$known);
    }

    /** What a character that means nothing is, and what to write instead. */
    public static function ofCharacter(string $character): string
    {
        $known = self::CHARACTERS[$character] ?? null;
        if (null !== $known) {
            return "this is {$known}";
        }
        $name = \sprintf('U+%04X', mb_ord($character));

        return 1 === preg_match('/^[\p{C}\p{Z}\p{M}]$/u', $character)
            ? "a character that cannot be seen stands here, {$name}; delete it"
            : "this character means nothing here: {$character}".(1 === \strlen($character) ? '' : " ({$name})");
    }
}
