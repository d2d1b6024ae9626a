<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Expression\Expression;
use ZigzagPost\Core\Rulebook\Expression\Name;
use ZigzagPost\Core\Rulebook\Rule;

/** Whether a rule asks for the place of its messages in a list. */
final class IndexUse
{
    public static function in(Rule $rule): bool
    {
        $expressions = [];
        foreach ($rule->selectors as $selector) {
            array_push($expressions, ...null === $selector->where ? [] : [$selector->where]);
        }
        foreach ($rule->steps as $step) {
            array_push($expressions, ...$step->expressions());
        }

        return [] !==
            array_filter(
                $expressions,
                static fn (Expression $expression): bool => \in_array(
                    'index',
                    array_map(static fn (Name $name): string => $name->name, $expression->names()),
                    true,
                ),
            );
    }
}
