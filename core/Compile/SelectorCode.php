<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Ranges;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Text\LiteralRange;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/**
 * The part of a rule's code that decides whether it is for this message at all, and the counting of hits.
 *
 * Port, kind, channel and number are looked up in the index of {@see CompiledBook} before; what the index cannot know
 * (velocity, value, `where`, or which of several lines matches) is tested here.
 */
final class SelectorCode
{
    /** Ranges tested one by one; more are looked up in a table. */
    private const MOST_TESTS = 8;

    /** What an index can be at most. */
    public const LARGEST_INDEX = 1000 * 16384;

    public static function write(RuleCode $code): void
    {
        if (0 !== $code->entry->from || $code->entry->isRelease) {
            return;
        }
        if (RuleEntry::RUNS === $code->entry->gesture) {
            self::enter($code);

            return;
        }
        $alternatives = self::alternatives($code);
        $usesIndex = $code->usesIndex();
        $tests = [];
        foreach ($alternatives as $alternative) {
            $tests[] = [
                $usesIndex ? '$ix = '.self::place($code, $alternative->selector, $alternative->numbers).';' : '',
                self::test($code, $alternative->selector, $alternative->numbers, 1 < \count($alternatives)),
            ];
        }
        if (1 === \count($tests)) {
            [$place, $test] = $tests[0];
            $code->line($place);
            $code->line('true' === $test ? '' : "if (!{$test}) { return 0; }");
            self::narrow($code, $alternatives[0]->selector, $alternatives[0]->numbers);
        } elseif ($usesIndex || !\in_array('true', array_column($tests, 1), true)) {
            // One statement each, so that a rule of many lines makes long code, not deep code.
            $code->line('do {');
            foreach ($tests as [$place, $test]) {
                $code->line($place);
                $code->line("if ({$test}) { break; }");
            }
            $code->line("return 0;\n} while (false);");
        }
        if (null !== $code->entry->gesture) {
            $code->line('return 1 + $ix;');
            $code->end();

            return;
        }
        $code->line("++\$s->hits[{$code->ruleIndex}];");
        $code->endsWithPress();
        self::enter($code);
    }

    private static function enter(RuleCode $code): void
    {
        if ($code->draft->traced) {
            $code->line("\$e->trace->enter({$code->ruleIndex}, ControlAddress::kind(\$ctl), \$ch, \$n, \$v);");
        }
    }

    /** The list in which a message of this kind has a place. */
    public static function listOf(Kind $kind, Selector $selector, ?NumberList $numbers): ?NumberList
    {
        return $kind->hasKey() ? $selector->lists['key'] ?? null : $numbers;
    }

    /** Code for the place of the message in the list of an alternative, from 1; 0 without a list. */
    private static function place(RuleCode $code, Selector $selector, ?NumberList $numbers): string
    {
        $list = self::listOf($code->kind, $selector, $numbers);
        if (null !== $selector->place || null === $list) {
            return (string) ($selector->place ?? 0);
        }
        $isProgram = Kind::Program === $code->kind;
        $shift = $isProgram ? $code->book()->programsFrom : 0;
        $variable = $isProgram ? '$v' : '$n';
        if (1 === \count($list->ranges)) {
            return "{$variable} + ".self::number(1 + $shift - $list->ranges[0]->from->value);
        }
        $ends = array_merge(...array_map(static fn (LiteralRange $range): array => [$range->from->value - $shift, $range->to->value - $shift], $list->ranges));

        return "Ranges::place({$code->draft->constant($ends)}, {$variable})";
    }

    /**
     * Every way in which a selector of the rule can match its kind.
     *
     * @return list<AskedSelector>
     */
    public static function alternatives(RuleCode $code): array
    {
        $alternatives = [];
        foreach ($code->rule->selectors as $selector) {
            $isAsked = RuleEntry::RUNS === $code->entry->gesture ? null !== $selector->gesture : $selector->gesture?->key() === $code->entry->gesture;
            foreach ($isAsked ? $selector->matched() : [] as $matched) {
                [$kind, $numbers] = [$matched->kind, $matched->numbers];
                if ($kind === $code->entry->kind) {
                    $alternatives[] = new AskedSelector($selector, $numbers);
                }
            }
        }

        return $alternatives;
    }

    private static function test(RuleCode $code, Selector $selector, ?NumberList $numbers, bool $indexed): string
    {
        $kind = $code->kind;
        $tests = [];
        if (null !== $selector->ports && ($indexed || $selector->ports !== $code->book()->portsHeardBy($code->rule))) {
            $ports = array_map($code->book()->portIndex(...), $selector->ports);
            $tests[] = 1 === \count($ports) ? "\$port === {$ports[0]}" : 'isset('.$code->draft->constant(array_fill_keys($ports, 1)).'[$port])';
        }
        if ($indexed && null !== $numbers && ($kind->hasNumber() || Kind::Program === $kind)) {
            $tests[] = self::inList(
                $code,
                Kind::Program === $kind ? '$v' : '$n',
                $numbers,
                Kind::Program === $kind ? $code->book()->programsFrom : 0,
            );
        } elseif (null !== $numbers && Kind::Program === $kind) {
            $tests[] = self::inList($code, '$v', $numbers, $code->book()->programsFrom);
        }
        if ($indexed && isset($selector->lists['channel']) && $kind->hasChannel()) {
            $tests[] = self::inList($code, '$ch', $selector->lists['channel']);
        }
        if ($indexed && isset($selector->lists['key']) && $kind->hasKey()) {
            $tests[] = self::inList($code, '$n', $selector->lists['key']);
        }
        if (isset($selector->lists['velocity']) && Kind::Note === $kind) {
            $tests[] = self::inList($code, '$v', $selector->lists['velocity']);
        }
        if (isset($selector->lists['value']) && $kind->hasValue()) {
            $tests[] = self::inList($code, '$v', $selector->lists['value'], Kind::Program === $kind ? $code->book()->programsFrom : 0);
        }
        if ($selector->isMpe()) {
            $tests[] = 'Zones::has($s, $port, $ch)';
        }
        if ($selector->changed) {
            $tests[] = '$s->isChanged';
        }
        if (null !== $selector->where) {
            $tests[] = $code->code($selector->where)->truth();
        }

        return [] === $tests ? 'true' : '('.implode(' && ', $tests).')';
    }

    private static function narrow(RuleCode $code, Selector $selector, ?NumberList $numbers): void
    {
        $kind = $code->kind;
        if (isset($selector->lists['key']) && $kind->hasKey()) {
            $code->fields->narrow('$n', $selector->lists['key']->lowest(), $selector->lists['key']->highest());
        }
        if (null !== $numbers && $kind->hasNumber()) {
            $code->fields->narrow('$n', $numbers->lowest(), $numbers->highest());
        }
        if (isset($selector->lists['channel']) && $kind->hasChannel()) {
            $code->fields->narrow('$ch', $selector->lists['channel']->lowest(), $selector->lists['channel']->highest());
        }
    }

    private static function inList(RuleCode $code, string $variable, NumberList $list, int $shift = 0): string
    {
        $shifted = static fn (LiteralRange $range): array => [$range->from->value - $shift, $range->to->value - $shift];
        $ends = Ranges::merged(array_merge(...array_map($shifted, $list->ranges)));
        if (\count($ends) > 2 * self::MOST_TESTS) {
            return 'Ranges::has('.$code->draft->constant($ends).", {$variable})";
        }
        if ([] === $ends) {
            return 'false';
        }
        $tests = [];
        foreach (array_chunk($ends, 2) as [$low, $high]) {
            $tests[] =
                $low === $high
                    ? "{$variable} === ".self::number($low)
                    : "({$variable} >= ".self::number($low)." && {$variable} <= ".self::number($high).')';
        }

        return 1 === \count($tests) ? $tests[0] : '('.implode(' || ', $tests).')';
    }

    private static function number(int $number): string
    {
        return $number < 0 ? "({$number})" : (string) $number;
    }
}
