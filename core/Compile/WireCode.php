<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Midi\Kind;

/** Code for the bytes of messages (MIDI 1.0 Detailed Specification, tables I to VII). */
final class WireCode
{
    /**
     * The bytes of the message at hand, made from those it came as where that is less work.
     *
     * @param string $channel `$ch`, or a channel by number
     */
    public static function of(RuleCode $code, string $channel): string
    {
        $stale = $code->stale();
        if (null !== $stale && '$ch' !== $channel) {
            $stale = array_values(array_unique([...$stale, '$ch']));
        }
        if ([] === $stale) {
            return '$raw';
        }
        [$ch, $n, $v] = array_map(static fn (string $variable): string => (string) ($code->fields->known($variable) ?? $variable), ['$ch', '$n', '$v']);
        $ch = '$ch' === $channel ? $ch : $channel;
        if (null !== $stale && self::hasThreeBytes($code->kind)) {
            $made = \count(array_filter([$ch, $n, $v], static fn (string $part): bool => !ctype_digit($part)));
            $patched = \count(
                array_filter(
                    [$ch, $n, $v],
                    static fn (string $part, int $index): bool => \in_array(['$ch', '$n', '$v'][$index], $stale, true) && !ctype_digit($part),
                    \ARRAY_FILTER_USE_BOTH,
                ),
            );
            if ($patched < $made) {
                return self::patch($code, $stale, $ch, $n, $v);
            }
        }

        return self::bytes($code->kind, $ch, $n, $v, '$raw');
    }

    /**
     * The bytes of any message.
     *
     * @param string $ch variable or number, as all of them
     */
    public static function bytes(Kind $kind, string $ch, string $n, string $v, string $raw): string
    {
        $status = static fn (int $high): string => ctype_digit($ch)
            ? self::byte((string) ($high + (int) $ch - 1))
            : '\chr('.($high - 1)." + {$ch})";

        return self::joined(
            match ($kind) {
                Kind::Note => [$status(0x90), self::byte($n), self::byte($v)],
                Kind::PolyPressure => [$status(0xA0), self::byte($n), self::byte($v)],
                Kind::Cc, Kind::Mode => [$status(0xB0), self::byte($n), self::byte($v)],
                Kind::Program => [$status(0xC0), self::byte($v)],
                Kind::Pressure => [$status(0xD0), self::byte($v)],
                Kind::Bend => [$status(0xE0), "\\chr({$v} + 8192 & 127)", "\\chr({$v} + 8192 >> 7)"],
                Kind::Sysex => [$raw],
                Kind::Position => ['"\xF2"', "\\chr({$v} & 127)", "\\chr({$v} >> 7)"],
                Kind::Song => ['"\xF3"', self::byte($v)],
                Kind::TimeCode => ['"\xF1"', self::byte($v)],
                default => [self::byte((string) $kind->systemStatus())],
            },
        );
    }

    /**
     * The controllers that a parameter message or controller pair is made of (MIDI 1.0 Detailed Specification, "Registered and
     * Non-Registered Parameter Numbers").
     *
     * @param bool $isCoarse whether the value of an NRPN is 0 to 127, carried by CC 6 alone
     *
     * @return list<string>
     */
    public static function group(Kind $kind, bool $isCoarse, string $ch, string $n, string $v): array
    {
        $isCoarse = $isCoarse && Kind::Nrpn === $kind;
        $halves = $isCoarse ? [["\min(127, {$v})"], [6]] : [["{$v} >> 7", "{$v} & 127"], [6, 38]];
        if (Kind::Cc14 === $kind) {
            $controllers = [[$n, "{$v} >> 7"], ["{$n} + 32", "{$v} & 127"]];
        } else {
            [$msb, $lsb] = Kind::Nrpn === $kind ? ['99', '98'] : ['101', '100'];
            $controllers = [
                [$msb, "{$n} >> 7"],
                [$lsb, "{$n} & 127"],
                ...array_map(static fn (string $half, int $number): array => [(string) $number, $half], ...$halves),
            ];
        }

        return array_map(static fn (array $controller): string => self::bytes(Kind::Cc, $ch, $controller[0], $controller[1], ''), $controllers);
    }

    /**
     * CC 0 and CC 32 (MIDI 1.0 Detailed Specification, "Bank Select") for a bank of 0 to 16383.
     *
     * @return list<string>
     */
    public static function bank(string $ch, string $bank): array
    {
        return [self::bytes(Kind::Cc, $ch, '0', "{$bank} >> 7", ''), self::bytes(Kind::Cc, $ch, '32', "{$bank} & 127", '')];
    }

    /**
     * The bytes it came as, with what has changed put in.
     *
     * @param list<string> $stale
     */
    private static function patch(RuleCode $code, array $stale, string $ch, string $n, string $v): string
    {
        $bytes = $code->temporary();
        $code->line("{$bytes} = \$raw;");
        foreach ([['$ch', $ch], ['$n', $n], ['$v', $v]] as $position => [$variable, $part]) {
            if (\in_array($variable, $stale, true)) {
                $code->line(
                    "{$bytes}[{$position}] = ".
                        match (true) {
                            0 < $position => self::byte($part),
                            ctype_digit($part) => self::byte((string) (self::high($code->kind) + (int) $part - 1)),
                            default => '\chr('.(self::high($code->kind) - 1)." + {$part})",
                        }.
                        ';',
                );
            }
        }

        return $bytes;
    }

    private static function hasThreeBytes(Kind $kind): bool
    {
        return Kind::Note === $kind || Kind::PolyPressure === $kind || Kind::Cc === $kind || Kind::Mode === $kind;
    }

    private static function high(Kind $kind): int
    {
        return match ($kind) {
            Kind::Note => 0x90,
            Kind::PolyPressure => 0xA0,
            default => 0xB0,
        };
    }

    private static function byte(string $value): string
    {
        return ctype_digit($value) ? \sprintf('"\x%02X"', (int) $value) : "\\chr({$value})";
    }

    /** @param list<string> $pieces */
    private static function joined(array $pieces): string
    {
        return str_replace('"."', '', implode('.', $pieces));
    }
}
