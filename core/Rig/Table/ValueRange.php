<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Table;

/**
 * The values of a parameter as people write them: "0-127", "0..127", "off/on", "0 = Saw, 1 = Square", "0,5 – 12,5 s".
 *
 * Whole numbers from 0 on without a unit are raw values; with a unit, a sign or a decimal they are what is shown over the whole raw range.
 */
final readonly class ValueRange
{
    private const NUMBER = '[-+−]?\d+(?:[.,]\d+)?';
    private const SIGN = '(?:\s*(?:\.{2,3}|…|–|—|~|\/|to|bis|:)\s*|\s*-\s*)';

    /**
     * @param array{int, int}|null $raw
     * @param array{float, float}|null $shown
     * @param list<array{name: string, from: int, to: int, send: int}>|null $named
     */
    private function __construct(public ?array $raw, public ?array $shown = null, public ?string $unit = null, public ?array $named = null)
    {
    }

    public static function of(string $cell): ?self
    {
        $text = trim(str_replace('−', '-', $cell));
        if (1 === preg_match('/^(off|no|0)\s*[\/,|-]\s*(on|yes|1)$/i', $text, $match) || 1 === preg_match('/^(on|yes)\s*[\/,|-]\s*(off|no)$/i', $text, $match) || 1 === preg_match('/^(switch|toggle|on off)$/i', $text)) {
            return new self([0, 127], null, null, [['name' => 'Off', 'from' => 0, 'to' => 63, 'send' => 0], ['name' => 'On', 'from' => 64, 'to' => 127, 'send' => 127]]);
        }
        $number = self::NUMBER;
        $sign = self::SIGN;
        if (1 === preg_match("/^({$number})\\s*([^\\d\\s+.,-][^\\d+]{0,11}?)?{$sign}({$number})\\s*([^\\d\\s].{0,11})?$/u", $text, $match)) {
            $unit = trim($match[4] ?? '') ?: trim($match[2]);

            return self::between(self::decimal($match[1]), self::decimal($match[3]), '' === $unit ? null : $unit, str_contains($match[1].$match[3], ',') || str_contains($match[1].$match[3], '.') || '+' === $match[3][0]);
        }

        return self::list($text);
    }

    /** The range from a lowest and a highest value in columns of their own. */
    public static function ofEnds(string $low, string $high, string $unit): ?self
    {
        $low = str_replace('−', '-', $low);
        $high = str_replace('−', '-', $high);
        if (1 !== preg_match('/^'.self::NUMBER.'$/', $low) || 1 !== preg_match('/^'.self::NUMBER.'$/', $high)) {
            return null;
        }

        return self::between(self::decimal($low), self::decimal($high), '' === $unit ? null : $unit, 1 === preg_match('/[.,]/', $low.$high));
    }

    private static function between(float $low, float $high, ?string $unit, bool $isShown): ?self
    {
        if ($low >= $high || abs($low) > 1e9 || abs($high) > 1e9) {
            return null;
        }
        if (null === $unit && !$isShown && $low >= 0 && $high <= 16383) {
            return new self([(int) $low, (int) $high]);
        }

        return new self(null, [$low, $high], $unit);
    }

    /** "0 = off, 127 = on", "0-63: off; 64-127: on". */
    private static function list(string $text): ?self
    {
        $named = [];
        foreach (preg_split('/\s*[;,\n|]\s*/', $text) ?: [] as $entry) {
            if (1 !== preg_match('/^(\d{1,5})(?:\s*(?:-|\.\.|–|to)\s*(\d{1,5}))?(?:@(\d{1,5}))?\s*(?:[=:]|\s)\s*(\D.{0,60})$/u', $entry, $match)) {
                return null;
            }
            $from = (int) $match[1];
            $to = '' === $match[2] ? $from : (int) $match[2];
            if ($to < $from || $to > 16383) {
                return null;
            }
            $send = '' === $match[3] ? self::usual($from, $to) : (int) $match[3];
            if ($send < $from || $send > $to) {
                return null;
            }
            $named[] = ['name' => trim($match[4]), 'from' => $from, 'to' => $to, 'send' => $send];
        }
        if (\count($named) < 2) {
            return null;
        }

        return new self([min(array_column($named, 'from')), max(array_column($named, 'to'))], null, null, $named);
    }

    /** What is sent for a value that is understood from one number to another: the far end, or the middle. */
    public static function usual(int $from, int $to): int
    {
        return 0 === $from ? 0 : (127 === $to || 16383 === $to ? $to : intdiv($from + $to, 2));
    }

    private static function decimal(string $text): float
    {
        return (float) str_replace(',', '.', $text);
    }
}
