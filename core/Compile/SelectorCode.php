<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Compile;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Number\Ranges;
use ZigzagPost\Core\Rulebook\Selector;
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

    public static function write(RuleCode $code): void
    {
        if (0 !== $code->entry->from || $code->entry->isRelease) {
            return;
        }
        $alternatives = self::alternatives($code);
        $tests = array_map(static fn (array $alternative): string => self::test($code, $alternative[0], $alternative[1], 1 < \count($alternatives)), $alternatives);
        if (!\in_array('true', $tests, true)) {
            // One statement each, so that a rule of many lines makes long code, not deep code.
            $code->line(1 === \count($tests) ? "if (!{$tests[0]}) { return 0; }" : 'do {');
            foreach (1 === \count($tests) ? [] : $tests as $test) {
                $code->line("if ({$test}) { break; }");
            }
            if (1 < \count($tests)) {
                $code->line("return 0;\n} while (false);");
            }
        }
        if (1 === \count($alternatives)) {
            self::narrow($code, ...$alternatives[0]);
        }
        $code->line("++\$s->hits[{$code->ruleIndex}];");
        $code->endsWithPress();
        if ($code->draft->traced) {
            $code->line("\$e->trace->enter({$code->ruleIndex}, Control::kind(\$ctl), \$ch, \$n, \$v);");
        }
    }

    /**
     * Every way in which a selector of the rule can match its kind.
     *
     * @return list<array{Selector, ?NumberList}>
     */
    public static function alternatives(RuleCode $code): array
    {
        $alternatives = [];
        foreach ($code->rule->selectors as $selector) {
            foreach ($selector->matched() as [$kind, $numbers]) {
                if ($kind === $code->entry->kind) {
                    $alternatives[] = [$selector, $numbers];
                }
            }
        }

        return $alternatives;
    }

    private static function test(RuleCode $code, Selector $selector, ?NumberList $numbers, bool $indexed): string
    {
        $kind = $code->kind;
        $tests = [];
        if ($indexed && null !== $numbers && ($kind->hasNumber() || Kind::Program === $kind)) {
            $tests[] = self::inList($code, Kind::Program === $kind ? '$v' : '$n', $numbers, Kind::Program === $kind ? $code->book()->programsFrom : 0);
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
            $code->narrow('$n', $selector->lists['key']->lowest(), $selector->lists['key']->highest());
        }
        if (null !== $numbers && $kind->hasNumber()) {
            $code->narrow('$n', $numbers->lowest(), $numbers->highest());
        }
        if (isset($selector->lists['channel']) && $kind->hasChannel()) {
            $code->narrow('$ch', $selector->lists['channel']->lowest(), $selector->lists['channel']->highest());
        }
    }

    private static function inList(RuleCode $code, string $variable, NumberList $list, int $shift = 0): string
    {
        $ranges = Ranges::merged(array_map(static fn (array $range): array => [$range[0]->value - $shift, $range[1]->value - $shift], $list->ranges));
        if (\count($ranges) > self::MOST_TESTS) {
            return 'Ranges::has('.$code->draft->constant(array_merge(...$ranges)).", {$variable})";
        }
        if ([] === $ranges) {
            return 'false';
        }
        $tests = [];
        foreach ($ranges as [$low, $high]) {
            $tests[] = $low === $high ? "{$variable} === ".self::number($low) : "({$variable} >= ".self::number($low)." && {$variable} <= ".self::number($high).')';
        }

        return 1 === \count($tests) ? $tests[0] : '('.implode(' || ', $tests).')';
    }

    private static function number(int $number): string
    {
        return $number < 0 ? "({$number})" : (string) $number;
    }
}
