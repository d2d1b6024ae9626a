<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\MatchedKind;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;

/** Conditions on something that none of the kinds in the line has; they make no difference. */
final class IgnoredConditions implements Check
{
    public function findings(ResolvedRulebook $book): iterable
    {
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->lists as $condition => $list) {
                    $meant = array_filter($selector->matched(), static fn (MatchedKind $matched): bool => match ($condition) {
                        'channel' => $matched->kind->hasChannel(),
                        'key' => $matched->kind->hasKey(),
                        'velocity' => Kind::Note === $matched->kind,
                        default => $matched->kind->hasValue(),
                    });
                    if ([] === $meant) {
                        yield Finding::warning('condition-ignored', $list->span(), "\"{$condition}\" makes no difference here: none of these messages has one");
                    }
                }
            }
        }
    }
}
