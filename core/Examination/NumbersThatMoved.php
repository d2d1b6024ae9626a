<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\FactoryNumbers;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\NumberNobodySends;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Control;

/** Controls written as numbers in rules that they had as they came, and which the plan has given others. */
final class NumbersThatMoved implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $book = $analysis->checked()->written;
        $former = new FactoryNumbers($analysis);
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                $found = null === $selector->device ? $former->controls($selector, $book->portsOf($rule, $selector)) : null;
                if (null === $found || ChannelsThatNobodyHas::isFound($analysis, $rule, $selector)) {
                    continue;
                }
                yield new RigFinding(
                    new NumberNobodySends(
                        $selector->span->line,
                        $found->unit->name,
                        array_map(static fn (Control $control): string => $control->name, $found->controls),
                    ),
                    $former->named($selector, $found),
                );
            }
        }
    }
}
