<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\SourceLine;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Text\TitleRange;
use ZigzagPost\Core\Rulebook\Text\Token;

/** A rulebook whose lines write the titles of a rig as its charts do. */
final class Retitled
{
    public static function of(Rulebook $book, Devices $devices): Rulebook
    {
        /** @var array<int, RewrittenLine> $lines by number */
        $lines = [];
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                if (null !== $selector->device) {
                    $lines[$selector->span->line] = new RewrittenLine(
                        $selector->print(),
                        $selector->retitled(self::titles($selector->device, $selector->titles, $devices))->print(),
                    );
                }
            }
        }
        foreach ($book->groups as $group) {
            if ([] !== $group->titles) {
                $lines[$group->name->span->line] = new RewrittenLine(
                    $group->print(),
                    $group->retitled(self::titles($group->port, $group->titles, $devices))->print(),
                );
            }
        }
        foreach ($book->steps() as $step) {
            if ($step instanceof NamedStep) {
                $lines[$step->span->line] = new RewrittenLine($step->print(), $step->retitled($devices)->print());
            }
        }
        $titled = clone $book;
        $titled->lines = array_map(static function (SourceLine $line) use ($lines): SourceLine {
            $is = $lines[$line->line] ?? null;

            return null === $is || !str_ends_with($line->text, $is->from)
                ? $line
                : new SourceLine($line->line, $line->kind, substr($line->text, 0, -\strlen($is->from)).$is->to, $line->comment);
        }, $book->lines);

        return $titled;
    }

    /**
     * @param list<TitleRange> $titles
     *
     * @return list<TitleRange>
     */
    private static function titles(Token $device, array $titles, Devices $devices): array
    {
        $written = static fn (Token $title): Token => new Token($title->type, $devices->titled($device, $title), $title->span, $title->spaced);

        return array_map(static fn (TitleRange $range): TitleRange => $range->with($written), $titles);
    }
}
