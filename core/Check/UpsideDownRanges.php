<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Text\NumberList;

/** Ranges written from high to low, which hold nothing. */
final class UpsideDownRanges implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->allLists() as $condition) {
                    $list = $condition->numbers;
                    yield from $this->list($list);
                }
            }
            foreach ($rule->steps as $step) {
                foreach ($step->lists() as $list) {
                    yield from $this->list($list);
                }
            }
        }
    }

    /** @return iterable<Finding> */
    private function list(NumberList $list): iterable
    {
        foreach ($list->ranges as $range) {
            [$from, $to] = [$range->from, $range->to];
            if ($from->value > $to->value) {
                $span = $from->span->to($to->span);
                yield Finding::error(
                    'upside-down-range',
                    $span,
                    "the range {$from->text}..{$to->text} holds nothing; write the lower end first",
                    new Fix("Write {$to->text}..{$from->text}", [Edit::replace($span, "{$to->text}..{$from->text}")]),
                );
            }
        }
    }
}
