<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/** The lowest or highest key, number, value or velocity that a rule takes: where what is right in the middle goes wrong first. */
final readonly class RangeEnd
{
    private const KEY = 60;
    private const VELOCITY = 100;

    private function __construct(
        public Rule $rule,
        public string $what,
        public int $at,
        private string $port,
        private Kind $kind,
        private Selector $selector,
        private ?NumberList $numbers,
        private int $firstProgram,
    ) {
    }

    /** @return list<self> of all rules that take keys, controllers or programs, in the order of the rules */
    public static function of(Rulebook $book): array
    {
        $ends = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->matched() as $matched) {
                    [$kind, $numbers] = [$matched->kind, $matched->numbers];
                    if (!\in_array($kind, [Kind::Note, Kind::Cc, Kind::Program], true) || [] === $book->portsOf($rule, $selector)) {
                        continue;
                    }
                    $lists = array_diff_key($selector->lists, ['channel' => true]) + (null === $numbers ? [] : ['number' => $numbers]);
                    foreach ($lists as $what => $list) {
                        foreach ($list->ranges as $range) {
                            [$from, $to] = [$range->from, $range->to];
                            foreach ([$from->value, $to->value] as $at) {
                                $ends["{$rule->span->line} {$kind->value} {$what} {$at}"] ??= new self(
                                    $rule,
                                    (string) $what,
                                    $at,
                                    $book->portsOf($rule, $selector)[0],
                                    $kind,
                                    $selector,
                                    $numbers,
                                    $book->programsFrom,
                                );
                            }
                        }
                    }
                }
            }
        }

        return array_values($ends);
    }

    /** A port and the status of what comes in there, by which messages are told apart at first. */
    public static function sort(string $port, string $bytes): string
    {
        return $port.' '.(\ord($bytes[0] ?? "\0") & 0xF0);
    }

    /** As {@see sort()} says it of what the rule takes. */
    public function sortOfIt(): string
    {
        return $this->port.
            ' '.
            match ($this->kind) {
                Kind::Note => 0x90,
                Kind::Cc => 0xB0,
                default => 0xC0,
            };
    }

    /** Whether a message is at this end, and one that the rule takes. */
    public function isAt(string $port, string $bytes): bool
    {
        $status = \ord($bytes[0] ?? "\0");
        $kind = [0x90 => Kind::Note, 0xB0 => Kind::Cc, 0xC0 => Kind::Program][$status & 0xF0] ?? null;
        if ($port !== $this->port || $kind !== $this->kind) {
            return false;
        }
        [$first, $second] = [\ord($bytes[1] ?? "\0"), \ord($bytes[2] ?? "\0")];
        $fields = match ($kind) {
            Kind::Note => ['key' => $first, 'velocity' => $second],
            Kind::Cc => ['number' => $first, 'value' => $second],
            default => ['number' => $first + $this->firstProgram],
        };
        foreach (['channel' => ($status & 15) + 1] + $fields as $what => $value) {
            $list = 'number' === $what ? $this->numbers : $this->selector->lists[$what] ?? null;
            if (null !== $list && !$list->contains($value)) {
                return false;
            }
        }

        return (Kind::Note !== $kind || $second > 0) && ($fields[$this->what] ?? null) === $this->at;
    }

    /** @return list<Event> a press there, and letting go */
    public function press(int $timeUs, int $holdUs): array
    {
        $lists = $this->selector->lists;
        $channel = ($lists['channel'] ?? null)?->lowest() ?? 1;
        $number = 'number' === $this->what ? $this->at : $this->numbers?->lowest() ?? 0;
        $value = 'value' === $this->what ? $this->at : ($lists['value'] ?? null)?->highest() ?? 127;
        $key = 'key' === $this->what ? $this->at : ($lists['key'] ?? null)?->lowest() ?? self::KEY;
        $velocity = max(1, 'velocity' === $this->what ? $this->at : ($lists['velocity'] ?? null)?->highest() ?? self::VELOCITY);
        [$press, $release] = match ($this->kind) {
            Kind::Note => [\chr(0x8F + $channel).\chr($key & 127).\chr($velocity & 127), \chr(0x7F + $channel).\chr($key & 127)."\x40"],
            Kind::Cc => [\chr(0xAF + $channel).\chr($number & 127).\chr($value & 127), \chr(0xAF + $channel).\chr($number & 127)."\x00"],
            default => [\chr(0xBF + $channel).\chr(($number - $this->firstProgram) & 127), null],
        };

        return [new Event($timeUs, $this->port, $press), ...null === $release ? [] : [new Event($timeUs + $holdUs, $this->port, $release)]];
    }
}
