<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;

/** Which rules are for what a control sends. */
final class RuleMatch
{
    /** Data entry, increment and decrement, and what selects a parameter. */
    private const PARTS_OF_PARAMETERS = [6, 38, 96, 97, 98, 99, 100, 101];

    public static function isFor(Rulebook $book, Rule $rule, ControlMessage $message): bool
    {
        foreach ($rule->selectors as $selector) {
            if ([] === array_intersect($message->ports, $book->portsOf($rule, $selector))) {
                continue;
            }
            foreach ($selector->matched() as $matched) {
                [$kind, $numbers] = [$matched->kind, $matched->numbers];
                $list = $kind->hasKey() ? $selector->lists['key'] ?? null : $numbers;
                $isNumber =
                    null === $list
                    || null === $message->number
                    || $list->contains($message->number + (Kind::Program === $kind ? $book->programsFrom : 0));
                $isChannel =
                    null === $message->channel || !isset($selector->lists['channel']) || $selector->lists['channel']->contains($message->channel);
                if ($kind === $message->kind && $isNumber && $isChannel) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether what a control sends can become a part of something that a rule takes: data entry, an increment, half of a 14-bit controller. */
    public static function isPartFor(Rulebook $book, Rule $rule, ControlMessage $message): bool
    {
        foreach (Kind::Cc === $message->kind ? $rule->selectors : [] as $selector) {
            if ([] === array_intersect($message->ports, $book->portsOf($rule, $selector))) {
                continue;
            }
            foreach ($selector->matched() as $matched) {
                [$kind, $numbers] = [$matched->kind, $matched->numbers];
                $isOfParameter = \in_array($message->number, self::PARTS_OF_PARAMETERS, true) && \in_array($kind, [Kind::Nrpn, Kind::Rpn], true);
                $isHalf = Kind::Cc14 === $kind && (null === $numbers || $numbers->contains((int) $message->number % 32));
                $isBank = Kind::Program === $kind && 0 === (int) $message->number % 32;
                if ($isOfParameter || ($isHalf && $message->number < 64) || ($isBank && $message->number < 64)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether a rule takes a message from a control whenever it comes, so that no rule below it ever gets it. */
    public static function isAllFor(Rulebook $book, Rule $rule, ControlMessage $message): bool
    {
        $isKnown = (null !== $message->number || !$message->kind->hasNumber()) && (null !== $message->channel || !$message->kind->hasChannel());
        if (null !== $rule->scene || $rule->isCopy() || !$isKnown || !self::isUnconditional($rule) || !self::isFor($book, $rule, $message)) {
            return false;
        }
        foreach ($message->ports as $port) {
            if (
                [] === array_filter($rule->selectors, static fn (Selector $selector): bool => \in_array($port, $book->portsOf($rule, $selector), true))
            ) {
                return false;
            }
        }

        return 1 === \count($message->ports) || 1 === \count($rule->selectors);
    }

    /** Whether a rule takes what it is for in any case. */
    public static function isUnconditional(Rule $rule): bool
    {
        foreach ($rule->selectors as $selector) {
            if (
                null !== $selector->where
                || null !== $selector->gesture
                || $selector->changed
                || isset($selector->lists['value'])
                || isset($selector->lists['velocity'])
            ) {
                return false;
            }
        }

        return true;
    }

    /**
     * Whether any rule takes one of these.
     *
     * @param list<ControlMessage> $messages
     */
    public static function takesAny(Rulebook $book, array $messages): bool
    {
        foreach ($messages as $message) {
            foreach ($book->rules as $rule) {
                if (self::isFor($book, $rule, $message)) {
                    return true;
                }
            }
        }

        return false;
    }
}
