<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\SourceLine;

/** Rules that never see a message because earlier ones take everything they ask for. */
final class UnreachableRules implements Check
{
    public function findings(Rulebook $book): iterable
    {
        $claims = new Claims($book);
        $titles = array_map(static fn ($scene): string => $scene->title, $book->scenes);
        foreach ($book->rules as $index => $rule) {
            if ([] === $rule->selectors) {
                continue;
            }
            $asked = $claims->of($rule, false);
            if ([] !== $asked && $claims->cover($rule, $asked, $titles)) {
                yield $this->finding($book, $rule, $claims->taker($book, $rule, $asked));
            } elseif (!$rule->isCopy()) {
                $claims->add($rule, $index, $claims->of($rule, true));
            }
            if ($claims->isTired()) {
                return; // so large a rulebook is not looked through to its end
            }
        }
    }

    private function finding(Rulebook $book, Rule $rule, ?Rule $taker): Finding
    {
        if (null === $taker) {
            return Finding::warning('unreachable', $rule->span, "rule \"{$rule->title}\" can never be reached: the rules above it take everything it asks for");
        }
        $fix = $taker->scene === $rule->scene ? $this->moveAbove($book, $rule, $taker) : [];

        return Finding::warning('unreachable', $rule->span, "rule \"{$rule->title}\" can never be reached: \"{$taker->title}\" on line {$taker->span->line} takes everything it asks for", ...$fix);
    }

    /**
     * Moves a rule with the comments that stand in it; not where a line of it could not be read.
     *
     * @return list<Fix>
     */
    private function moveAbove(Rulebook $book, Rule $rule, Rule $earlier): array
    {
        $end = \PHP_INT_MAX;
        $last = $rule->span->line;
        $lines = [];
        $waiting = [];
        foreach ($book->linesFrom($rule->span->line) as $line) {
            if (SourceLine::COMMENT === $line->kind) {
                $waiting[] = '  '.$line->comment;
            } elseif ($line->line === $rule->span->line || SourceLine::BODY === $line->kind) {
                array_push($lines, ...$waiting, ...[(SourceLine::BODY === $line->kind ? '  ' : '').$line->text.(null === $line->comment ? '' : '  '.$line->comment)]);
                $waiting = [];
                $last = $line->line;
            } else {
                $end = $line->line;
                break;
            }
        }
        foreach ($book->unreadable as $unreadable) {
            if ($unreadable > $rule->span->line && $unreadable < $end) {
                return [];
            }
        }

        return [new Fix("Move it above \"{$earlier->title}\"", [Edit::insertBefore($earlier->span->line, implode("\n", $lines)."\n\n"), Edit::deleteLines($rule->span->line, $last)])];
    }
}
