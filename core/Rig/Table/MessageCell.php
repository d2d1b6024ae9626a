<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Rig\Table\Doubt\BracketsSayAnother;
use ZigzagPost\Core\Rig\Table\Doubt\Doubt;
use ZigzagPost\Core\Rig\Table\Doubt\KeyByName;
use ZigzagPost\Core\Rig\Table\Doubt\NoteBehindNumber;
use ZigzagPost\Core\Rig\Table\Doubt\NumberHasAnotherUse;

/** A message out of a cell, as people write it: "74", "CC#74 (ch 2)", "0x4A", "4Ah", "NRPN 1:23", "7/39", "Pitch bend". */
final readonly class MessageCell
{
    /** Words that say that there is no message. */
    private const NONE = ['-', '–', '—', '--', 'n/a', 'none', 'no', 'x', '/', 'keine', 'kein', 'aucun', 'ninguno', 'nessuno'];

    private const WORDS = [
        'bend' => '(pitch ?(bend|wheel|bender)|bend(er)?|pitchbend)',
        'pressure' => '((channel |mono )?(after ?touch|pressure)|cat|channel press(ure)?)',
        'program' => '(program|program ?change|pc|prg|patch ?change)',
        'polypressure' => '(poly(phonic)? ?(after ?touch|pressure|key pressure)|pat)',
        'sysex' => '(sys ?ex|system exclusive)',
    ];

    /** What stands in a column of kinds. */
    private const KINDS = [
        'cc' => 'cc|control ?change|controller|ctrl|cont\.?|control|7 ?bit cc|controlchange',
        'cc14' => '14 ?bit( cc)?|cc ?14|hi-?res cc|cc 14 ?bit',
        'nrpn' => 'nrpn',
        'rpn' => 'rpn',
        'note' => 'note|note ?on|key|taste|nota|pad',
        'program' => self::WORDS['program'],
        'bend' => self::WORDS['bend'],
        'pressure' => self::WORDS['pressure'],
        'polypressure' => self::WORDS['polypressure'],
        'sysex' => self::WORDS['sysex'],
    ];

    private const NEVER = [
        0 => 'the bank',
        6 => 'data entry',
        32 => 'the bank',
        38 => 'data entry',
        96 => 'data increment',
        97 => 'data decrement',
        98 => 'the selection of a parameter',
        99 => 'the selection of a parameter',
        100 => 'the selection of a parameter',
        101 => 'the selection of a parameter',
    ];

    /**
     * @param array{kind: string, number?: int, channel?: int}|null $message null where it is none
     * @param list<Doubt> $doubts what was guessed of it
     * @param string|null $remark what stood behind the number
     */
    private function __construct(public ?array $message, public array $doubts = [], public ?string $problem = null, public ?string $remark = null)
    {
    }

    public static function isNone(string $cell): bool
    {
        return \in_array(mb_strtolower($cell), self::NONE, true);
    }

    /** The kind that a word means; null where it means none. */
    public static function kind(string $cell): ?string
    {
        foreach (self::KINDS as $kind => $words) {
            if (1 === preg_match("/^({$words})s?$/i", trim($cell))) {
                return $kind;
            }
        }

        return null;
    }

    /** A key by its number or its name. */
    public static function key(string $cell): ?int
    {
        $text = trim($cell);
        if (1 === preg_match('/^\d{1,3}$/', $text)) {
            return (int) $text <= 127 ? (int) $text : null;
        }

        return 1 === preg_match('/^([a-g])\s*([#♯b♭]?)\s*(-?\d)$/iu', $text, $match)
            ? KeyName::parse(strtoupper($match[1]).strtr($match[2], ['♯' => '#', '♭' => 'b']).$match[3])
            : null;
    }

    /** @param string $kind what it is where nothing else is said */
    public static function of(string $cell, string $kind = 'cc', bool $isHex = false): self
    {
        $text = mb_strtolower(trim($cell));
        $channelled = self::channel($text);
        [$text, $channel, $problem] = [$channelled->rest, $channelled->channel, $channelled->problem];
        if (null !== $problem) {
            return new self(null, [], $problem);
        }
        $bracketed = self::withoutBrackets($text, $isHex);
        [$text, $doubts, $note] = [$bracketed->rest, $bracketed->doubts, $bracketed->remark];
        $read = self::plain($text, $kind, $isHex) ?? self::plain(rtrim($text, ' *†!?.'), $kind, $isHex);
        if (null === $read && 1 === preg_match('/^((?:cc|nrpn|rpn|ctrl)?\s*#?\s*\d{1,5}(?:\s*:\s*\d{1,3})?)\s*[,;:]?\s+(\pL.*)$/iu', $text, $match)) {
            $read = self::plain($match[1], $kind, $isHex);
            $note = $match[2];
        }
        if (null === $read) {
            return new self(
                null,
                [],
                self::isSeveral($text)
                    ? "\"{$cell}\" is several numbers; write a row for each"
                    : "\"{$cell}\" is no number of a controller (0 to 119) or a parameter",
            );
        }
        if (null !== $note) {
            $doubts[] = new NoteBehindNumber($note);
        }
        if ('note' === $read['kind'] && 1 === preg_match('/\b[a-g]\s*[#♯b♭]?\s*-?\d$/u', $text)) {
            $doubts[] = new KeyByName();
        }
        if ('cc' === $read['kind'] && isset(self::NEVER[$read['number'] ?? -1])) {
            $doubts[] = new NumberHasAnotherUse($read['number'] ?? 0, self::NEVER[$read['number'] ?? 0]);
        }

        return new self($read + (null === $channel ? [] : ['channel' => $channel]), $doubts, null, $note);
    }

    private static function isSeveral(string $text): bool
    {
        return 1 === preg_match('/^(?:cc|nrpn)?\s*#?\s*\d+(?:\s*(?:[-–.\/+,;&]+|to|bis|and|und|y|et|a)\s*(?:cc)?\s*#?\s*\d+)+$/u', $text);
    }

    private static function channel(string $text): ChannelText
    {
        if (
            1 !==
            preg_match(
                '/[(\[,;\/@]?\s*\b(?:midi[- ]?)?(?:ch|chan|channel|kanal|canal|canale)\.?\s*[:#=]?\s*(\d{1,2})\s*[)\]]?\s*$/u',
                $text,
                $match,
                \PREG_OFFSET_CAPTURE,
            )
        ) {
            return new ChannelText($text);
        }
        $channel = (int) $match[1][0];
        $rest = trim(substr($text, 0, $match[0][1]));

        $problem = $channel >= 1 && $channel <= 16 ? null : "there is no channel {$channel}; channels go from 1 to 16";

        return '' === $rest ? new ChannelText($text) : new ChannelText($rest, $channel, $problem);
    }

    /**
     * What stands in brackets: the same number in hexadecimal, or a remark.
     */
    private static function withoutBrackets(string $text, bool $isHex): BracketText
    {
        if (1 !== preg_match('/^(.*?\S)\s*[(\[]([^)\]]*)[)\]]\s*$/u', $text, $match)) {
            return new BracketText($text);
        }
        [, $outside, $inside] = $match;
        $inside = trim($inside);
        $number = self::whole(trim((string) preg_replace('/^\D*?(?=0x|\$|[0-9])/', '', $outside)), $isHex);
        if (1 === preg_match('/^(?:0x|\$)?([0-9a-f]{1,4})h?$/', str_replace(['hex', ' '], '', $inside), $hex)) {
            $isSame = null !== $number && (hexdec($hex[1]) === $number || $hex[1] === (string) $number || ($isHex && $inside === (string) $number));

            return new BracketText($outside, $isSame ? [] : [new BracketsSayAnother($inside)]);
        }
        if (1 === preg_match('/^(dec|decimal|hex|hexadecimal|msb|coarse|cc|midi|7 ?bit|7-bit|0 ?- ?127)$/', $inside)) {
            return new BracketText($outside);
        }
        if (1 === preg_match('/^(?:lsb|fine|\+|and)\s*(?:cc)?\s*#?\s*(\d{1,3})$/', $inside, $lower)) {
            return new BracketText("{$outside}/{$lower[1]}");
        }

        return new BracketText($outside, [], $inside);
    }

    /** @return array{kind: string, number?: int}|null */
    private static function plain(string $text, string $kind, bool $isHex): ?array
    {
        foreach (self::WORDS as $word => $words) {
            if (1 === preg_match("/^{$words}$/", $text)) {
                return ['kind' => $word];
            }
        }
        if (
            1 === preg_match('/^(?:(nrpn|rpn)\s*#?\s*)?(?:msb\s*)?(\w{1,3})(?:\s*[:\/,.]\s*(?:lsb\s*)?|\s+lsb\s*)(\w{1,3})$/', $text, $match)
            && ('' !== $match[1] || 'nrpn' === $kind || 'rpn' === $kind)
        ) {
            [$high, $low] = [self::whole($match[2], $isHex), self::whole($match[3], $isHex)];

            return null === $high || null === $low || $high > 127 || $low > 127
                ? null
                : ['kind' => '' === $match[1] ? $kind : $match[1], 'number' => ($high << 7) | $low];
        }
        if (1 === preg_match('/^(nrpn|rpn)\s*(?:no\.?|nr\.?)?\s*#?\s*(\S+)$/', $text, $match)) {
            $number = self::whole($match[2], $isHex);

            return null === $number || $number > 16383 ? null : ['kind' => $match[1], 'number' => $number];
        }
        if (
            1 === preg_match('/^(?:cc)?\s*#?\s*(?:msb\s*)?(\d{1,2})\s*(?:[\/+,&]|lsb|and|\s)+\s*(?:lsb\s*)?(?:cc)?\s*#?(\d{1,2})$/', $text, $match)
            && (int) $match[2] === (int) $match[1] + 32
            && (int) $match[1] < 32
            && \in_array($kind, ['cc', 'cc14'], true)
        ) {
            return ['kind' => 'cc14', 'number' => (int) $match[1]];
        }
        if (
            1 === preg_match('/^(?:note|key|taste|nota)?\s*#?\s*([a-g]\s*[#♯b♭]?\s*-?\d)$/u', $text, $match)
            && ('note' === $kind || 1 === preg_match('/^(note|key|taste|nota)/', $text))
        ) {
            $key = self::key($match[1]);

            return null === $key ? null : ['kind' => 'note', 'number' => $key];
        }
        if (
            1 ===
            preg_match(
                '/^(?:(?:midi )?(cc|ctrl|controller|control '
                    .'change|control|ctl|steuerung|note|key|taste|nota|program|pc|prg))?\s*(?:no\.?|nr\.?|n°|nº)?\s*#?\s*(0x[0-9a-f]+'
                        .'|\$[0-9a-f]+|[0-9a-f]+h|\d+|[0-9a-f]{1,2})$/u',
                $text,
                $match,
            )
        ) {
            $number = self::whole($match[2], $isHex);
            $of = match ($match[1]) {
                '' => $kind,
                'note', 'key', 'taste', 'nota' => 'note',
                'program', 'pc', 'prg' => 'program',
                default => 'cc',
            };
            if ('cc14' === $of) {
                return null === $number || $number > 31 ? null : ['kind' => 'cc14', 'number' => $number];
            }

            return null === $number || $number > (\in_array($of, ['nrpn', 'rpn'], true) ? 16383 : 127) ? null : ['kind' => $of, 'number' => $number];
        }

        return null;
    }

    private static function whole(string $text, bool $isHex): ?int
    {
        return match (true) {
            1 === preg_match('/^0x([0-9a-f]{1,4})$/', $text, $match),
            1 === preg_match('/^\$([0-9a-f]{1,4})$/', $text, $match),
            1 === preg_match('/^([0-9a-f]{1,4})h$/', $text, $match) => (int) hexdec($match[1]),
            $isHex && 1 === preg_match('/^[0-9a-f]{1,4}$/', $text) => (int) hexdec($text),
            1 === preg_match('/^\d{1,6}$/', $text) => (int) $text,
            default => null,
        };
    }
}
