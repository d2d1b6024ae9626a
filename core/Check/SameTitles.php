<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Two rules of one title: the zigzag and the counters cannot tell them apart. */
final class SameTitles implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        $seen = [];
        foreach ($book->rules as $rule) {
            $place = ($rule->scene->title ?? '')."\0".$rule->title;
            if (isset($seen[$place])) {
                yield Finding::hint(
                    'same-title',
                    $rule->span,
                    "there is already a rule \"{$rule->title}\" on line {$seen[$place]}; another title tells the two apart on the zigzag",
                );
            }
            $seen[$place] ??= $rule->span->line;
        }
    }
}
