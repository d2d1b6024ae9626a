<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Span;

/** Where a rule asks for the place of its messages in a list. */
final class IndexUse
{
    public static function in(Rule $rule): bool
    {
        foreach ($rule->selectors as $selector) {
            if (null !== $selector->where && [] !== self::of($selector->where)) {
                return true;
            }
        }
        foreach ($rule->steps as $step) {
            if ([] !== self::ofStep($step)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<Span> */
    public static function ofStep(Step $step): array
    {
        return array_merge([], ...array_map(self::of(...), $step->expressions()));
    }

    /** @return list<Span> */
    private static function of(Expression $expression): array
    {
        $names = array_filter($expression->names(), static fn (Name $name): bool => 'index' === $name->name);

        return array_map(static fn (Name $name): Span => $name->span, array_values($names));
    }
}
