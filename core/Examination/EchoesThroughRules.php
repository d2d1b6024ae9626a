<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\RulesRound;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\World\Echoes;

/** Messages that rules send out, and that come in again over a hub, to be sent by the same rules without end. */
final class EchoesThroughRules implements RigCheck
{
    private const VALUES = [1, 64, 127];
    private const MOST_SCENES = 16;
    private const MOST_NUMBERS = 8;

    public function findings(RigAnalysis $analysis): iterable
    {
        if ($analysis->checked()->hasErrors()) {
            return;
        }
        $book = $analysis->checked()->book;
        $echoes = new Echoes($analysis->setup, $analysis->graph, $analysis->compiled());
        $ins = $echoes->inPorts();
        $found = [];
        foreach ([] === $ins ? [] : $book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach (array_intersect($book->portsOf($rule, $selector), $ins) as $port) {
                    for ($scene = 0; $scene < min(self::MOST_SCENES, max(1, \count($book->scenes))); ++$scene) {
                        foreach ($this->messages($selector) as $bytes) {
                            $circle = $echoes->endless($port, $bytes, $scene);
                            if (null !== $circle) {
                                $found["{$circle->out} {$circle->in}"] ??= [$circle, []];
                                $found["{$circle->out} {$circle->in}"][1][$selector->span->line] = true;
                                continue 3;
                            }
                        }
                    }
                }
            }
        }
        foreach ($found as [$circle, $lines]) {
            $over = array_unique(
                array_filter(
                    array_map(static fn ($hop): string => $hop->to->unit, $circle->way),
                    static fn (string $unit): bool => LeadEnd::POST !== $unit,
                ),
            );
            yield new RigFinding(new RulesRound($circle->out, $circle->in, array_values($over), array_keys($lines)));
        }
    }

    /** @return iterable<string> messages that a selector may take, of each kind and with different values */
    private function messages(Selector $selector): iterable
    {
        $first = static fn (string $list, int $else): int => self::numbers($selector->lists[$list] ?? null)[0] ?? $else;
        $channel = $first('channel', 1) - 1;
        foreach ($selector->matched() as $matched) {
            [$kind, $numbers] = [$matched->kind, $matched->numbers];
            foreach (null === $numbers ? [Kind::Mode === $kind ? 123 : 20] : self::numbers($numbers) as $number) {
                foreach ($this->values($kind, $selector->lists['value'] ?? null) as $value) {
                    yield self::bytes(
                        $kind,
                        $channel,
                        Kind::Note === $kind || Kind::PolyPressure === $kind ? $first('key', 60) : $number,
                        Kind::Note === $kind ? $first('velocity', $value) : $value,
                    );
                }
            }
        }
    }

    /** @return list<int> values to be tried, of 14 bits where the kind has them; where it is not known whether a port tells the lower ones, both ways */
    private function values(Kind $kind, ?NumberList $list): array
    {
        $numbers = self::numbers($list);

        return match ($kind) {
            Kind::Bend => null === $list ? [0x80, 0x2000, 0x3F80] : array_map(static fn (int $value): int => $value + 0x2000, $numbers),
            Kind::Cc14, Kind::Nrpn, Kind::Rpn => [
                ...null === $list ? [] : $numbers,
                ...array_map(static fn (int $value): int => ($value & 0x7F) << 7, null === $list ? self::VALUES : $numbers),
            ],
            default => null === $list ? self::VALUES : $numbers,
        };
    }

    /** @return list<int> */
    private static function numbers(?NumberList $list): array
    {
        return \array_slice($list?->numbers() ?? [], 0, self::MOST_NUMBERS);
    }

    private static function bytes(Kind $kind, int $channel, int $number, int $value): string
    {
        $control = static fn (int $controller, int $to): string => \chr(0xB0 | $channel).\chr($controller & 0x7F).\chr($to & 0x7F);
        $short = static fn (int $status, int ...$data): string => \chr($status | $channel).
            implode('', array_map(static fn (int $byte): string => \chr($byte & 0x7F), $data));

        return match ($kind) {
            Kind::Note => $short(0x90, $number, max(1, $value)),
            Kind::PolyPressure => $short(0xA0, $number, $value),
            Kind::Cc, Kind::Mode => $control($number, $value),
            Kind::Cc14 => $control($number, $value >> 7).$control($number + 32, $value),
            Kind::Nrpn => $control(99, $number >> 7).$control(98, $number).$control(6, $value >> 7).$control(38, $value),
            Kind::Rpn => $control(101, $number >> 7).$control(100, $number).$control(6, $value >> 7).$control(38, $value),
            Kind::Program => $short(0xC0, $value),
            Kind::Pressure => $short(0xD0, $value),
            Kind::Bend => $short(0xE0, $value, $value >> 7),
            Kind::Sysex => "\xF0\x7D\x01\xF7",
            Kind::TimeCode => "\xF1\x00",
            Kind::Position => "\xF2\x01".\chr($value),
            Kind::Song => "\xF3".\chr($value),
            Kind::Tune => "\xF6",
            Kind::Clock => "\xF8",
            Kind::Start => "\xFA",
            Kind::Continue => "\xFB",
            Kind::Stop => "\xFC",
            Kind::Sensing => "\xFE",
            Kind::Reset => "\xFF",
        };
    }
}
