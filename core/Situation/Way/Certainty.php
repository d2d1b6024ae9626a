<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation\Way;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Behaviour;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\DropStep;
use ZigzagPost\Core\Rulebook\Step\PlayStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\Situation\TakenBy;

/** What rules do with a control in any state whatever, as far as that can be read from them: "always" and "never" are said by nothing else. */
final class Certainty
{
    private ?bool $callsPrograms = null;

    public function __construct(private readonly Situation $situation)
    {
    }

    /** Why each move of a control to a new value moves a parameter in any state: its rule has nothing that could stand in the way. */
    public function always(ControlMessage $message, string $device, string $target): ?string
    {
        $book = $this->situation->checked()->book;
        foreach ($book->rules as $rule) {
            if (!TakenBy::isFor($book, $rule, $message)) {
                continue;
            }
            if (null !== $rule->scene || !TakenBy::isUnconditional($rule)) {
                return null;
            }
            foreach ($rule->steps as $step) {
                if ($this->passesOn($step, $message, $device, $target)) {
                    return "rule \"{$rule->title}\" passes it on as it is, and nothing stands in the way";
                }
                if ($step instanceof PlayStep || ($step instanceof SendStep && 'jump' === $step->takeover())) {
                    continue;
                }
                if ($step instanceof TurnStep && $step->isPlain() && $step->target()?->device === $device && "parameter {$step->target()->title}" === $target) {
                    return $this->keepsApart($message, $step) && $this->isAbsolute($device, $step->target()->title) ? "rule \"{$rule->title}\" takes it, and nothing stands in the way" : null;
                }
                if (!$step instanceof TurnStep || $step->isOther()) {
                    return null;
                }
            }

            return null;
        }

        return null;
    }

    /**
     * Why nothing ever comes of messages: the rules that get them send nothing and keep nothing.
     *
     * @param list<ControlMessage> $messages
     */
    public function never(array $messages): ?string
    {
        $book = $this->situation->checked()->book;
        $by = null;
        foreach ($messages as $message) {
            $isMember = [] !== array_filter($book->groups, static fn ($group): bool => 0 !== $message->placeIn($group));
            $isPart = [] !== array_filter($book->rules, static fn (Rule $rule): bool => TakenBy::isPartFor($book, $rule, $message));
            if ($isMember || $isPart || [] !== $book->lit) {
                return null;
            }
            foreach ($book->rules as $rule) {
                if (!TakenBy::isFor($book, $rule, $message)) {
                    continue;
                }
                foreach ($rule->steps as $step) {
                    if ($step instanceof DropStep) {
                        break; // nothing below it is done
                    }
                    if ($step->is(Fact::HasEffect)) {
                        return null;
                    }
                }
                $by ??= $rule;
                if (null === $rule->scene && !$rule->isCopy() && TakenBy::isUnconditional($rule)) {
                    break; // what stands below never gets it
                }
            }
        }

        return null === $by ? null : self::nothingComes($by);
    }

    /**
     * What becomes of messages of which nothing can leave.
     *
     * @param list<ControlMessage> $messages
     */
    public function kept(array $messages): string
    {
        $book = $this->situation->checked()->book;
        foreach ($book->rules as $rule) {
            foreach ($messages as $message) {
                if (TakenBy::isFor($book, $rule, $message)) {
                    return self::nothingComes($rule);
                }
            }
        }

        return 'rules take it, and nothing comes of it';
    }

    private static function nothingComes(Rule $rule): string
    {
        $drops = array_values(array_filter($rule->steps, static fn (Step $step): bool => $step instanceof DropStep));

        return [] === $drops ? "rule \"{$rule->title}\" takes it, and nothing comes of it" : "rule \"{$rule->title}\" drops it in line {$drops[0]->span->line}";
    }

    /** Whether a step sends a control's own message on to the parameter that it moves, over its whole range. */
    private function passesOn(Step $step, ControlMessage $message, string $device, string $target): bool
    {
        $box = $this->situation->setup->box($device);
        $parameter = str_starts_with($target, 'parameter ') ? $box?->parameter(substr($target, 10)) : null;
        $moves = null === $box || null === $parameter ? null : $box->messageTo($parameter);
        $part = null === $box || null === $parameter ? null : $box->partOf($parameter);
        if (null === $box || null === $parameter || null === $moves || null === $part || 1 !== \count($box->chart->hears ?? []) || null !== $moves->channel || null !== $part->zone) {
            return false;
        }
        $isSame = $moves->kind->midi() === $message->kind && $moves->number === $message->number && $message->kind->hasChannel();
        $fits = min($message->first, $message->last) >= $parameter->raw[0] && max($message->first, $message->last) <= $parameter->raw[1] && $message->first !== $message->last;
        if (!$isSame || !$fits || !$this->isAbsolute($device, $parameter->name)) {
            return false;
        }

        return ($step instanceof PlayStep && $step->device->text === $device)
            || ($step instanceof SendStep && 'jump' === $step->takeover() && [] !== array_intersect($step->channels() ?? [$message->channel], [$box->channel($part->channel)]) && $this->leadsTo($step->ports(), $device));
    }

    /** @param list<string> $ports */
    private function leadsTo(array $ports, string $device): bool
    {
        foreach ($ports as $port) {
            foreach ($this->situation->graph->waysFrom(new Socket(LeadEnd::POST, $port, true))[0] as $way) {
                if ($way[\count($way) - 1]->to->unit === $device) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether values that differ at the control differ at the parameter. */
    private function keepsApart(ControlMessage $message, TurnStep $step): bool
    {
        $target = $step->target();

        return null !== $target && abs($message->last - $message->first) > 0 && ($message->isTwoState || $target->high - $target->low >= abs($message->last - $message->first));
    }

    /** Whether a parameter takes every value that it is sent, whatever has happened before. */
    public function isAbsolute(string $device, string $title): bool
    {
        $box = $this->situation->setup->box($device);
        $parameter = $box?->parameter($title);

        return null !== $box && $parameter instanceof Parameter && (null === $parameter->behaviour || Behaviour::Absolute === $parameter->behaviour) && null === $parameter->dependsOn && KindName::Note !== $box->messageTo($parameter)?->kind // of velocity 0 it is no note
            && (0 === ($box->partOf($parameter)->deafMs->program ?? 0) || !$this->canCallPrograms($box));
    }

    /** Whether a program of a device can be called at all, after which it is deaf: by anything in the rules, or past them. */
    private function canCallPrograms(Box $box): bool
    {
        return ($this->callsPrograms ??= $this->rulesCallPrograms()) || $this->isCalledPastThePost($box);
    }

    private function rulesCallPrograms(): bool
    {
        $book = $this->situation->checked()->book;
        foreach ($book->rules as $rule) {
            foreach ($rule->selectors as $selector) {
                foreach ($selector->matched() as [$kind]) {
                    if (Kind::Program === $kind) {
                        return true;
                    }
                }
            }
        }
        foreach ($book->steps() as $step) {
            $isParameter = $step instanceof TurnStep && Kind::Program === $step->target()?->kind;
            if ($isParameter || 1 === preg_match('/\b(program|recall|restore)\b/', $step->print())) {
                return true;
            }
        }

        return false;
    }

    private function isCalledPastThePost(Box $box): bool
    {
        $graph = $this->situation->graph;
        foreach ($this->situation->setup->boxes as $sender) {
            $sends = $sender->isPost() || $sender === $box ? null : $sender->sendsOf(KindName::Program);
            foreach (null === $sends ? [] : $graph->sockets($sender, $sends->at, true) as $socket) {
                foreach ($graph->reachedFrom($socket) as $way) {
                    if ([] !== $way && $way[\count($way) - 1]->to->unit === $box->name) {
                        return true;
                    }
                }
            }
        }

        return false;
    }
}
