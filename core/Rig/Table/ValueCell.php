<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Chart\DecimalRange;
use ZigzagPost\Core\Rig\Table\Doubt\Doubt;
use ZigzagPost\Core\Rig\Table\Doubt\EndsInOneUnit;
use ZigzagPost\Core\Rig\Table\Doubt\RemarkCutOff;
use ZigzagPost\Core\Rig\Table\Doubt\ThousandsInEnd;
use ZigzagPost\Core\Rig\Table\Doubt\ValuesInCommon;

/**
 * The values of a parameter as people write them: "0-127", "0..127 (64 = centre)", "off/on", "0 = Saw, 1 = Square", "20 Hz – 20 kHz".
 *
 * Whole numbers from 0 on without a unit are raw values; with a unit, a sign or a decimal they are what is shown over the whole raw range.
 */
final readonly class ValueCell
{
    private const NUMBER = '[-+]?(?:\d{1,3}[\' ]\d{3}|\d+(?:[.,]\d+)?)';
    private const SIGN = '(?:\s*(?:\.{2,3}|…|–|—|~|\/|to|bis|thru|through|hasta|jusqu\'à|à|a|:)\s*|\s*-\s*)';
    private const UNIT = '[^\d\s+.,;=()\[\]-][^\d+,;=()\[\]]{0,11}?';
    /** What a unit of a larger measure has of a smaller one. */
    private const MEASURES = [
        'hz' => ['Hz', 1],
        'khz' => ['Hz', 1000],
        'k' => ['Hz', 1000],
        'ms' => ['ms', 1],
        's' => ['ms', 1000],
        'sec' => ['ms', 1000],
        'min' => ['ms', 60000],
    ];

    /**
     * @param list<array{name: string, from: int, to: int, send: int}>|null $named
     * @param list<Doubt> $doubts what was guessed
     */
    private function __construct(
        public ?ValueRange $raw,
        public ?DecimalRange $shown = null,
        public ?string $unit = null,
        public ?array $named = null,
        public ?int $centre = null,
        public ?int $rest = null,
        public array $doubts = [],
    ) {
    }

    public static function of(string $cell, bool $isHex = false): ?self
    {
        $text = trim(strtr($cell, ['−' => '-', '‐' => '-', '‑' => '-']));
        $text = (string) preg_replace('/^(?:from|von|de|desde|da)\s+(?=[-+]?\d)/i', '', $text);
        if ('' === $text) {
            return null;
        }

        return self::switch($text) ??
            (self::hex($text, $isHex) ?? (self::range($text) ?? (self::named($text) ?? (self::threshold($text) ?? self::withRemark($text, $isHex)))));
    }

    /** The range from a lowest and a highest value in columns of their own. */
    public static function ofEnds(string $low, string $high, string $unit): ?self
    {
        $low = strtr($low, ['−' => '-']);
        $high = strtr($high, ['−' => '-']);
        if (
            1 === preg_match('/^(?:0x)?[0-9a-f]{1,2}h?$/i', $low)
            && 1 === preg_match('/^(?:0x)?[0-9a-f]{1,2}h?$/i', $high)
            && 1 === preg_match('/[a-fhx]/i', $low.$high)
        ) {
            return self::hex("{$low}-{$high}", true);
        }
        if (
            1 === preg_match('/^('.self::NUMBER.')\s*('.self::UNIT.')?$/u', $low, $from)
            && 1 === preg_match('/^('.self::NUMBER.')\s*('.self::UNIT.')?$/u', $high, $to)
        ) {
            return self::between($from[1], trim($from[2] ?? ''), $to[1], trim($to[2] ?? '') ?: $unit);
        }

        return null;
    }

    private static function switch(string $text): ?self
    {
        $isOffOn =
            1 === preg_match('/^(off|no|aus|non|arrêt|apagado)\s*[\/,|–-]\s*(on|yes|ein|an|oui|si|sí|marche|encendido)$/iu', $text)
            || 1 === preg_match('/^(on|yes|ein|an|oui|marche|si|sí)\s*[\/,|–-]\s*(off|no|aus|non|arrêt)$/iu', $text);

        return $isOffOn || 1 === preg_match('/^(switch|toggle|on off|schalter|0 ?\/ ?1)$/i', $text)
            ? new self(ValueRange::sevenBits(), null, null, [
                ['name' => 'Off', 'from' => 0, 'to' => 63, 'send' => 0],
                ['name' => 'On', 'from' => 64, 'to' => 127, 'send' => 127],
            ])
            : null;
    }

    private static function hex(string $text, bool $isHex): ?self
    {
        if (
            1 !==
            preg_match('/^(?:0x|\$)?([0-9a-f]{1,4})(h?)\s*(?:-|–|\.{2,3}|to|bis)\s*(?:0x|\$)?([0-9a-f]{1,4})(h?)(\s*\(?hex\)?)?$/i', $text, $match)
        ) {
            return null;
        }
        if (
            !$isHex
            && '' === $match[2].$match[4].($match[5] ?? '')
            && ctype_digit($match[1].$match[3])
            && !str_contains(strtolower($text), '0x')
            && !str_contains($text, '$')
        ) {
            return null;
        }
        [$low, $high] = [(int) hexdec($match[1]), (int) hexdec($match[3])];

        return $low < $high && $high <= 16383 ? new self(new ValueRange($low, $high)) : null;
    }

    private static function range(string $text): ?self
    {
        $number = self::NUMBER;
        $unit = self::UNIT;
        if (1 !== preg_match("/^({$number})\\s*({$unit})?".self::SIGN."({$number})\\s*({$unit})?$/iu", $text, $match)) {
            return null;
        }

        return self::between($match[1], trim($match[2]), $match[3], trim($match[4] ?? ''));
    }

    private static function between(string $from, string $fromUnit, string $to, string $toUnit): ?self
    {
        $doubts = [];
        $isShown = '+' === $to[0] || '-' === $from[0];
        $ends = [];
        foreach ([$from, $to] as $text) {
            if (1 === preg_match('/^[-+]?\d{1,3}[.,\' ]\d{3}$/', $text) && '' === $fromUnit.$toUnit) {
                $ends[] = (float) preg_replace('/[.,\' ]/', '', $text);
                $doubts[] = new ThousandsInEnd($text, (int) end($ends));
            } else {
                $isShown = $isShown || 1 === preg_match('/[.,]/', $text);
                $ends[] = (float) str_replace([',', "'", ' '], ['.', '', ''], $text);
            }
        }
        [$low, $high] = $ends;
        $unit = '' === $toUnit ? $fromUnit : $toUnit;
        if ('' !== $fromUnit && '' !== $toUnit && mb_strtolower($fromUnit) !== mb_strtolower($toUnit)) {
            [$one, $other] = [self::MEASURES[mb_strtolower($fromUnit)] ?? null, self::MEASURES[mb_strtolower($toUnit)] ?? null];
            if (null === $one || null === $other || $one[0] !== $other[0]) {
                return null; // two units that have nothing to do with each other
            }
            [$low, $high, $unit] = [$low * $one[1], $high * $other[1], $one[0]];
            $doubts[] = new EndsInOneUnit($unit);
        }
        if ($low >= $high || abs($low) > 1e9 || abs($high) > 1e9) {
            return null;
        }
        if ('' === $unit && !$isShown && $low >= 0 && $high <= 16383) {
            return new self(new ValueRange((int) $low, (int) $high), null, null, null, null, null, $doubts);
        }

        return new self(null, new DecimalRange($low, $high), '' === $unit ? null : $unit, null, null, null, $doubts);
    }

    /** A range and something behind it, in brackets or not. */
    private static function withRemark(string $text, bool $isHex): ?self
    {
        $number = self::NUMBER;
        $unit = self::UNIT;
        if (1 === preg_match('/^(.+?)\s*[(\[](.+?)[)\]]\s*$/u', $text, $match)) {
            [, $main, $remark] = $match;
        } elseif (
            1 ===
            preg_match(
                "/^({$number}\\s*(?:{$unit})?".
                    self::SIGN.
                    "{$number}\\s*(?:(?:[%°]|dB|Hz|kHz|ms|s|ct|cents?|st|semitones?)(?!\\pL))?)\\s*[,;:=*]?\\s*(\\S.*)$/iu",
                $text,
                $match,
            )
        ) {
            [, $main, $remark] = $match;
        } else {
            return null;
        }
        $read = self::switch($main) ?? (self::hex($main, $isHex) ?? (self::range($main) ?? self::named($main)));
        if (
            null === $read
            || (null !== $read->unit && 1 === preg_match("/^{$unit}$/u", trim($remark)) && !str_contains($remark, ' ') && mb_strlen($remark) < 5)
        ) {
            return null; // or two units
        }
        $other = self::range(trim($remark));
        if (null !== $other && null !== $read->raw && null === $other->raw) {
            return new self($read->raw, $other->shown, $other->unit, $read->named, null, null, [...$read->doubts, ...$other->doubts]);
        }
        if (null !== $other && null === $read->raw && null !== $other->raw) {
            return new self($other->raw, $read->shown, $read->unit, null, null, null, [...$read->doubts, ...$other->doubts]);
        }
        if (
            1 ===
            preg_match(
                '/^(?:(-?\d{1,5})\s*(?:=|:|is)?\s*(?:cent(?:er|re)|mid(?:dle)?|mitte|centro|milieu|off|neutral)|(?:cent(?:er|re)'
                    .'|mid(?:dle)?|mitte|centro|milieu)\s*(?:=|:|is|at|bei)?\s*(-?\d{1,5}))$/iu',
                trim($remark),
                $middle,
            )
        ) {
            $centre = (int) ('' !== $middle[1] ? $middle[1] : $middle[2] ?? '');
            $raw = $read->raw ?? ValueRange::sevenBits();
            if ($centre > $raw->low && $centre < $raw->high) {
                return new self($read->raw, $read->shown, $read->unit, $read->named, $centre, null, $read->doubts);
            }
        }
        if (
            1 ===
            preg_match('/^(?:default|init|standard|factory|d|vorgabe|défaut|por defecto)\.?\s*(?:=|:|is)?\s*(\d{1,5})$/iu', trim($remark), $default)
        ) {
            return new self($read->raw, $read->shown, $read->unit, $read->named, null, (int) $default[1], $read->doubts);
        }
        $named = self::named(trim($remark));
        if (
            null !== $named?->raw
            && null !== $read->raw
            && null === $read->named
            && $named->raw->low >= $read->raw->low
            && $named->raw->high <= $read->raw->high
        ) {
            return new self($read->raw, null, null, $named->named, null, null, [...$read->doubts, ...$named->doubts]);
        }

        return new self($read->raw, $read->shown, $read->unit, $read->named, null, null, [...$read->doubts, new RemarkCutOff($remark)]);
    }

    /** "0 = off, 127 = on", "0-63: off; 64-127: on", "Off (0), On (127)", "0=LP 1=BP 2=HP". */
    private static function named(string $text): ?self
    {
        $numbers = '(\d{1,5})(?:\s*(?:-|\.\.|–|to|bis)\s*(\d{1,5}))?(?:@(\d{1,5}))?';
        $name = '[^\d\s,;|\/=:()][^,;|\/=:()\n]{0,60}?';
        $end = '(?=\s*(?:[,;|\/\n]\s*|\s(?=\d{1,5}(?:\s*(?:-|\.\.|–|to|bis)\s*\d{1,5})?(?:@\d+)?\s*[=:])|$))';
        $strict = "{$numbers}\\s*(?:[=:]\\s*|\\s+)({$name}){$end}";
        $byName = "({$name})\\s*(?:=|:|\\()\\s*{$numbers}\\s*\\)?(?=\\s*(?:[,;|\\/\\n]|\\s|$))";
        foreach (
            [[$strict, [1, 2, 3, 4]], ['(\\d{1,5})()()\\s*[=:]\\s*([^,;|\\n=]{1,60}?)(?=\\s*(?:[,;'
                .'|\\n]|$))', [1, 2, 3, 4]], [$byName, [2, 3, 4, 1]]] as [$pattern, [$first, $last, $sent, $called]]
        ) {
            if (
                !preg_match_all("/{$pattern}/u", $text, $matches, \PREG_SET_ORDER)
                || \count($matches) < 2
                || 1 === preg_match('/[^\s,;|\/]/u', (string) preg_replace("/{$pattern}/u", '', $text))
            ) {
                continue;
            }
            $named = [];
            foreach ($matches as $match) {
                $match += ['', '', '', '', ''];
                $from = (int) $match[$first];
                $to = '' === $match[$last] ? $from : (int) $match[$last];
                $send = '' === $match[$sent] ? self::usual($from, $to) : (int) $match[$sent];
                if ($to < $from || $to > 16383 || $send < $from || $send > $to) {
                    continue 2;
                }
                $named[] = ['name' => trim($match[$called]), 'from' => $from, 'to' => $to, 'send' => $send];
            }
            usort($named, static fn (array $one, array $other): int => $one['from'] <=> $other['from']);
            $doubts = [];
            foreach ($named as $place => $each) {
                if ($place > 0 && $each['from'] <= $named[$place - 1]['to']) {
                    $doubts[] = new ValuesInCommon($named[$place - 1]['name'], $each['name']);
                }
            }

            return new self(new ValueRange(min(array_column($named, 'from')), max(array_column($named, 'to'))), null, null, $named, null, null, $doubts);
        }

        return null;
    }

    /** "<64 off, >=64 on": two names with a border between them. */
    private static function threshold(string $text): ?self
    {
        $name = '[:=]?\s*([^\d\s,;<>≤≥][^,;<>≤≥]{0,60}?)';
        if (1 !== preg_match("/^(<=|≤|<)\\s*(\\d{1,5})\\s*{$name}\\s*[,;\\/]\\s*(>=|≥|>)\\s*(\\d{1,5})\\s*{$name}$/u", $text, $match)) {
            return null;
        }
        $last = (int) $match[2] - ('<' === $match[1] ? 1 : 0);
        $first = (int) $match[5] + ('>' === $match[4] ? 1 : 0);
        if ($last < 0 || $first !== $last + 1 || $first > 127) {
            return null;
        }

        return new self(ValueRange::sevenBits(), null, null, [
            ['name' => trim($match[3]), 'from' => 0, 'to' => $last, 'send' => 0],
            ['name' => trim($match[6]), 'from' => $first, 'to' => 127, 'send' => 127],
        ]);
    }

    /** What is sent for a value that is understood from one number to another: the far end, or the middle. */
    public static function usual(int $from, int $to): int
    {
        return 0 === $from ? 0 : (127 === $to || 16383 === $to ? $to : intdiv($from + $to, 2));
    }
}
