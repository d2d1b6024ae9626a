<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\BecomeStep;
use ZigzagPost\Core\Rulebook\Step\DropStep;
use ZigzagPost\Core\Rulebook\Step\FanOutStep;
use ZigzagPost\Core\Rulebook\Step\FlattenStep;
use ZigzagPost\Core\Rulebook\Step\MapStep;
use ZigzagPost\Core\Rulebook\Step\PostStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Step\SetStep;
use ZigzagPost\Core\Rulebook\Step\SpreadStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Written;

/** A message of a rulebook whose channel and number are written as numbers: what a device on that channel must understand. */
final readonly class SentByNumber
{
    /** Numbers of one selector that are followed at most. */
    private const MOST_NUMBERS = 32;

    /** @param Written|null $value the value, where it is written in the same place */
    private function __construct(
        public string $port,
        public int $channel,
        public Kind $kind,
        public ?int $number,
        public ?Written $value,
        public Step $step,
    ) {
    }

    /** @return list<self> in the order of the text */
    public static function in(Rulebook $book): array
    {
        $sent = [];
        foreach ($book->rules as $rule) {
            $sent = [...$sent, ...self::of($rule->steps, self::taken($rule))];
        }
        foreach ($book->stacks as $stack) {
            $sent = [...$sent, ...self::of($stack->steps, [])];
        }
        foreach ($book->scenes as $scene) {
            $sent = [...$sent, ...self::of($scene->onEnter, []), ...self::of($scene->onLeave, [])];
        }

        return $sent;
    }

    /**
     * Kinds and numbers of what a rule takes, where all of them are written as numbers.
     *
     * @return list<NumberedKind> empty where that is not known
     */
    private static function taken(Rule $rule): array
    {
        $taken = [];
        foreach ($rule->selectors as $selector) {
            foreach (self::numbers($selector) as $each) {
                $taken[] = $each;
            }
        }

        return \count($taken) > self::MOST_NUMBERS ? [] : $taken;
    }

    /** @return list<NumberedKind> */
    private static function numbers(Selector $selector): array
    {
        $numbers = [];
        foreach (null === $selector->device ? $selector->kinds : [] as $asked) {
            [$token, $list] = [$asked->word, $asked->numbers];
            $kind = Kind::tryFrom($token->text);
            if (null !== $list && null !== $kind && $kind->hasNumber()) {
                $numbers = [...$numbers, ...array_map(static fn (int $number): NumberedKind => new NumberedKind($kind, $number), $list->numbers())];
            }
        }

        return $numbers;
    }

    /**
     * @param list<Step> $steps
     * @param list<NumberedKind> $at what the message can be
     *
     * @return list<self>
     */
    private static function of(array $steps, array $at): array
    {
        $sent = [];
        $value = $channel = null;
        foreach ($steps as $step) {
            $posted = $step instanceof PostStep ? $step->message() : null;
            if ($step instanceof PostStep && null !== $posted) {
                $isProgram = Kind::Program === $posted->kind();
                foreach ($isProgram || null !== $posted->literalNumber() ? $step->ports() : [] as $port) {
                    $sent[] = new self(
                        $port,
                        $posted->literalChannel() ?? 1,
                        $posted->kind(),
                        $posted->literalNumber(),
                        $posted->writtenValue(),
                        $step,
                    );
                }
            } elseif ($step instanceof BecomeStep) {
                $message = $step->message();
                $at =
                    null === $message->literalNumber() && Kind::Program !== $message->kind()
                        ? []
                        : [new NumberedKind($message->kind(), $message->literalNumber() ?? 0)];
                $value = $message->writtenValue();
                $channel = $message->literalChannel() ?? $channel;
            } elseif ($step instanceof SetStep) {
                [$at, $value] = $step->setsNumber() ? [[], null] : [$at, null];
                $channel = $step->setsChannel() ? null : $channel;
            } elseif (
                $step instanceof MapStep
                || $step instanceof FlattenStep
                || $step instanceof FanOutStep
                || $step instanceof SpreadStep
                || $step instanceof DropStep
            ) {
                [$at, $value, $channel] = [[], null, null];
            } elseif ($step instanceof SendStep) {
                foreach ($step->ports() as $port) {
                    foreach ($step->channels() ?? array_filter([$channel]) as $each) {
                        foreach ($at as $is) {
                            $sent[] = new self($port, $each, $is->kind, Kind::Program === $is->kind ? null : $is->number, $value, $step);
                        }
                    }
                }
            }
        }

        return $sent;
    }
}
