<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\TitleRange;
use ZigzagPost\Core\Rulebook\Text\Token;

/** A unit that a rulebook names at some place: as one that sends, or as one that hears. */
final readonly class NamedUnit
{
    private function __construct(public string $unit, public bool $hears)
    {
    }

    /** @return array<string, self> by place, as {@see at()} writes it: of units, and of their controls, parameters and programs */
    public static function in(Rulebook $book): array
    {
        $named = [];
        $add = static function (Token $device, array $titles, bool $hears) use (&$named): void {
            foreach ([$device, ...$titles] as $token) {
                if ($token instanceof Token) {
                    $named[self::at($token->span)] ??= new self($device->text, $hears);
                }
            }
        };
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                if (null !== $selector->device) {
                    $add(
                        $selector->device,
                        array_merge([], ...array_map(static fn (TitleRange $range): array => $range->written(), $selector->titles)),
                        false,
                    );
                }
            }
        }
        foreach ($book->groups as $group) {
            $add(
                $group->port,
                array_merge([], ...array_map(static fn (TitleRange $range): array => $range->written(), $group->titles)),
                false,
            );
        }
        foreach ($book->lamps as $lamps) {
            $add($lamps->name, [], true);
        }
        foreach ($book->steps() as $step) {
            if ($step instanceof NamedStep) {
                $add($step->device, $step->titles(), true);
            }
        }

        return $named;
    }

    /** @return array<string, true> all units that it names */
    public static function units(Rulebook $book): array
    {
        return array_fill_keys(array_map(static fn (self $named): string => $named->unit, self::in($book)), true);
    }

    public static function at(Span $span): string
    {
        return "{$span->line}:{$span->column}";
    }
}
