<?php

declare(strict_types=1);

namespace ZigzagPost\Core\StandIn;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\NumberList;
use ZigzagPost\Core\Rulebook\Text\Reference;

/** Reads from rules what their ports are used for. */
final class PortUses
{
    /** Numbers of one list that are looked at. */
    private const MOST = 128;

    /** What rules take at an in port: of rules that name it, else of those that listen to all. */
    public static function in(Rulebook $book, string $port): PortUse
    {
        $use = new PortUse();
        foreach ([true, false] as $isNamed) {
            foreach ($book->rules as $rule) {
                foreach ($rule->isStack ? [] : $rule->selectors as $selector) {
                    $isOwn = null !== $selector->ports || [] !== $rule->from;
                    if ($isOwn === $isNamed && !self::onlyDrops($rule) && \in_array($port, $book->portsOf($rule, $selector), true)) {
                        self::take($use, $rule, $selector);
                    }
                }
            }
            if ([] !== $use->kinds) {
                break;
            }
        }

        return $use;
    }

    /** What rules, scenes, stacks and clocks send at an out port. */
    public static function out(Rulebook $book, string $port): PortUse
    {
        $use = new PortUse();
        foreach ($book->rules as $rule) {
            $kinds = array_merge(...array_map(static fn (Selector $selector): array => $selector->matchedKinds(), $rule->selectors));
            self::sends($use, $port, $kinds, $rule->steps);
        }
        foreach ($book->scenes as $scene) {
            self::sends($use, $port, [], [...$scene->onEnter, ...$scene->onLeave]);
        }
        foreach ($book->stacks as $stack) {
            self::sends($use, $port, [], $stack->steps);
        }
        foreach ($book->clocks as $clock) {
            if (self::names($clock->references(), $port)) {
                $use->kinds[Kind::Clock->value] = true;
            }
        }

        return $use;
    }

    private static function take(PortUse $use, Rule $rule, Selector $selector): void
    {
        $isPressed = null !== $selector->gesture || self::has($rule, Fact::PassesPresses) || self::has($rule, Fact::Toggles);
        foreach ($selector->matched() as $matched) {
            $use->kinds[$matched->kind->value] = true;
            $numbers = Kind::Cc === $matched->kind ? self::numbers($matched->numbers) : [];
            if ($isPressed) {
                $use->pressed = array_values(array_unique([...$use->pressed, ...$numbers]));
            } else {
                $use->moved = array_values(array_unique([...$use->moved, ...$numbers]));
            }
        }
        $use->keys = array_values(array_unique([...$use->keys, ...self::numbers($selector->lists['key'] ?? null)]));
        $use->channel = min($use->channel ?? 17, isset($selector->lists['channel']) ? $selector->lists['channel']->lowest() : 17);
        $use->channel = 17 === $use->channel ? null : $use->channel;
        $use->isThinned = $use->isThinned || self::has($rule, Fact::Thins);
    }

    /**
     * @param list<Kind> $kinds of the message that comes to the steps
     * @param list<Step> $steps
     */
    private static function sends(PortUse $use, string $port, array $kinds, array $steps): void
    {
        foreach ($steps as $step) {
            $made = $step->makes();
            $kinds = null === $made ? $kinds : [$made];
            if (self::names($step->references(), $port)) {
                foreach (null === $step->message() ? $kinds : [$step->message()->kind()] as $kind) {
                    $use->kinds[$kind->value] = true;
                }
            }
        }
    }

    private static function onlyDrops(Rule $rule): bool
    {
        return [] === array_filter($rule->steps, static fn (Step $step): bool => !$step->is(Fact::EndsMessage));
    }

    private static function has(Rule $rule, Fact $fact): bool
    {
        return [] !== array_filter($rule->steps, static fn (Step $step): bool => $step->is($fact));
    }

    /** @param list<Reference> $references */
    private static function names(array $references, string $port): bool
    {
        return [] !== array_filter(
            $references,
            static fn (Reference $reference): bool => Reference::OUT_PORT === $reference->what && $reference->name->text === $port,
        );
    }

    /** @return list<int> */
    private static function numbers(?NumberList $list): array
    {
        return \array_slice($list?->numbers() ?? [], 0, self::MOST);
    }
}
