<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Behaviour;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\BecomeStep;
use ZigzagPost\Core\Rulebook\Step\DropStep;
use ZigzagPost\Core\Rulebook\Step\MirrorStep;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\PlayStep;
use ZigzagPost\Core\Rulebook\Step\PostStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\RememberStep;
use ZigzagPost\Core\Rulebook\Step\RestoreStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Step\SetStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\Reference;

/** What rules do with a control in any state whatever, as far as that can be read from them: "always" and "never" are said by nothing else. */
final class Certainty
{
    /** @var array<string, bool> by device */
    private array $callsPrograms = [];

    public function __construct(private readonly RigAnalysis $analysis)
    {
    }

    /** Why each move of a control to a new value moves a parameter in any state: its rule has nothing that could stand in the way. */
    public function always(ControlMessage $message, Destination $to): ?string
    {
        $book = $this->analysis->checked()->book;
        foreach ($book->rules as $rule) {
            if (!RuleMatch::isFor($book, $rule, $message)) {
                continue;
            }
            if (null !== $rule->scene || !RuleMatch::isUnconditional($rule)) {
                return null;
            }
            $at = $message;
            foreach ($rule->steps as $step) {
                if (null !== $at && $this->passesOn($step, $at, $to)) {
                    return "rule \"{$rule->title}\" passes it on as it is, and nothing stands in the way";
                }
                if ($step instanceof TurnStep && true === $step->target()?->isOf($to->device, $to->parameter) && $step->follows()) {
                    $isFree = $step->isPlain() || $this->isOnlyMover($step, $to->device, $step->target()->title);

                    return null !== $at && $isFree && $this->keepsApart($at, $step) && $this->isAbsolute($to->device, $step->target()->title)
                        ? "rule \"{$rule->title}\" takes it, and nothing stands in the way"
                        : null;
                }
                if ($step instanceof BecomeStep) {
                    $at = $this->become($step, $at);
                } elseif ($step instanceof SetStep && $step->setsChannel() && \in_array($step->constant(), range(1.0, 16.0), true)) {
                    $at =
                        null === $at
                            ? null
                            : new ControlMessage($at->kind, $at->number, (int) $step->constant(), $at->ports, $at->first, $at->last, $at->isTwoState);
                } elseif (!$step->is(Fact::LetsAllPass)) {
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
        $book = $this->analysis->checked()->book;
        $by = null;
        foreach ($messages as $message) {
            $isMember = [] !== array_filter($book->groups, static fn ($group): bool => 0 !== $message->placeIn($group));
            $isPart = [] !== array_filter($book->rules, static fn (Rule $rule): bool => RuleMatch::isPartFor($book, $rule, $message));
            if ($isMember || $isPart || [] !== $book->lit) {
                return null;
            }
            foreach ($book->rules as $rule) {
                if (!RuleMatch::isFor($book, $rule, $message)) {
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
                if (null === $rule->scene && !$rule->isCopy() && RuleMatch::isUnconditional($rule)) {
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
        $book = $this->analysis->checked()->book;
        foreach ($book->rules as $rule) {
            foreach ($messages as $message) {
                if (RuleMatch::isFor($book, $rule, $message)) {
                    return self::nothingComes($rule);
                }
            }
        }

        return 'rules take it, and nothing comes of it';
    }

    private static function nothingComes(Rule $rule): string
    {
        $drops = array_values(array_filter($rule->steps, static fn (Step $step): bool => $step instanceof DropStep));

        return [] === $drops
            ? "rule \"{$rule->title}\" takes it, and nothing comes of it"
            : "rule \"{$rule->title}\" drops it in line {$drops[0]->span->line}";
    }

    /** The message after it became another of the same value; null where that is not so. */
    private function become(BecomeStep $step, ?ControlMessage $at): ?ControlMessage
    {
        $template = $step->message();
        $isSame =
            null !== $at
            && 'value' === $template->writtenValue()?->text
            && null !== $template->literalNumber()
            && true === $template->kind()->valueRange()?->isSevenBits()
            && min($at->first, $at->last) >= 0
            && max($at->first, $at->last) <= 127
            && $at->kind->hasValue();

        return !$isSame || (null !== $template->channel && null === $template->literalChannel())
            ? null
            : new ControlMessage(
                $template->kind(),
                $template->literalNumber(),
                $template->literalChannel() ?? $at->channel,
                $at->ports,
                $at->first,
                $at->last,
                $at->isTwoState,
            );
    }

    /** Whether nothing but one step ever moves a parameter, so that a control that has met it once never has to meet it again. */
    private function isOnlyMover(TurnStep $only, string $device, string $title): bool
    {
        $book = $this->analysis->checked()->book;
        $box = $this->analysis->setup->box($device);
        $parameter = $box?->parameter($title);
        $moves = null === $box || null === $parameter ? null : $box->messageTo($parameter);
        if (
            null === $box
            || null === $parameter
            || null === $moves
            || \count($book->scenes) > 1
            || ($this->canCallPrograms($box) && self::isKnownAfterPrograms($box, $parameter))
            || $this->isReachedPastThePost($box)
        ) {
            return false;
        }
        foreach ($book->rules as $rule) {
            foreach (\in_array($only, $rule->steps, true) ? $rule->selectors : [] as $selector) {
                if (\count($selector->matched()) > 1 || \count(($selector->matched()[0] ?? null)?->numbers?->numbers() ?? []) > 1) {
                    return false; // several controls move it
                }
            }
        }
        foreach ($book->steps() as $step) {
            $isCall = $step instanceof RecallStep && !self::isKnownAfterPrograms($box, $parameter);
            if ($step !== $only && !$isCall && $this->couldMove($step, $box, $moves)) {
                return false;
            }
        }

        return [] === $book->lit;
    }

    /** Whether it is known of some program where it puts a parameter; where it is not, a control does not have to meet any value. */
    private static function isKnownAfterPrograms(Device $box, Parameter $parameter): bool
    {
        foreach (false === $parameter->stored ? [] : $box->unit->programs ?? [] as $program) {
            if (isset($program->stores[$parameter->name])) {
                return true;
            }
        }

        return false;
    }

    private function couldMove(Step $step, Device $box, Message $moves): bool
    {
        if ($step instanceof TurnStep) {
            return null === $step->target()
                || ($step->target()->device === $box->name
                    && $step->target()->kind === $moves->kind->midi()
                    && $step->target()->number === $moves->number);
        }
        if ($step instanceof PostStep) {
            return $step->message()?->kind() === $moves->kind->midi()
                && \in_array($step->message()?->literalNumber(), [null, $moves->number], true)
                && $this->leadsTo($step->ports(), $box->name);
        }
        if ($step instanceof RecallStep) {
            return $step->device->text === $box->name;
        }
        if ($step instanceof NamedStep || $step instanceof MirrorStep) {
            return true;
        }

        return $step->is(Fact::HasEffect)
            && !($step instanceof RememberStep)
            && ([] === $step->references() || $this->leadsTo($this->outPorts($step), $box->name));
    }

    /** @return list<string> */
    private function outPorts(Step $step): array
    {
        $ports = [];
        foreach ($step->references() as $reference) {
            if (Reference::OUT_PORT === $reference->what) {
                $ports[] = $reference->name->text;
            }
        }

        return $ports;
    }

    /** Whether a step sends a control's own message on to the parameter that it moves, over its whole range. */
    private function passesOn(Step $step, ControlMessage $message, Destination $to): bool
    {
        $device = $to->device;
        $box = $this->analysis->setup->box($device);
        $parameter = null === $to->parameter ? null : $box?->parameter($to->parameter);
        $moves = null === $box || null === $parameter ? null : $box->messageTo($parameter);
        $part = null === $box || null === $parameter ? null : $box->partOf($parameter);
        if (
            null === $box
            || null === $parameter
            || null === $moves
            || null === $part
            || 1 !== \count($box->chart->hears ?? [])
            || null !== $moves->channel
            || null !== $part->zone
        ) {
            return false;
        }
        $posted = $step instanceof PostStep && !$step->isLater() && 'value' === $step->message()?->writtenValue()?->text ? $step->message() : null;
        [$kind, $number] = null === $posted ? [$message->kind, $message->number] : [$posted->kind(), $posted->literalNumber()];
        $isSame = $moves->kind->midi() === $kind && $moves->number === $number && $kind->hasChannel();
        $fits =
            min($message->first, $message->last) >= $parameter->raw->low
            && max($message->first, $message->last) <= $parameter->raw->high
            && $message->first !== $message->last;
        if (!$isSame || !$fits || !$this->isAbsolute($device, $parameter->name)) {
            return false;
        }

        return ($step instanceof PlayStep && $step->device->text === $device)
            || ($step instanceof PostStep
                && null !== $posted
                && (null === $posted->channel ? 1 : $posted->literalChannel()) === $box->channel($part->channel)
                && $this->leadsTo($step->ports(), $device))
            || ($step instanceof SendStep
                && 'jump' === $step->takeover()
                && [] !== array_intersect($step->channels() ?? [$message->channel], [$box->channel($part->channel)])
                && $this->leadsTo($step->ports(), $device));
    }

    /** @param list<string> $ports */
    private function leadsTo(array $ports, string $device): bool
    {
        foreach ($ports as $port) {
            foreach ($this->analysis->graph->waysFrom(new Socket(LeadEnd::POST, $port, true))->ways as $way) {
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

        return null !== $target
            && abs($message->last - $message->first) > 0
            && ($message->isTwoState || $target->high - $target->low >= abs($message->last - $message->first));
    }

    /** Whether a parameter takes every value that it is sent, whatever has happened before. */
    public function isAbsolute(string $device, string $title): bool
    {
        $box = $this->analysis->setup->box($device);
        $parameter = $box?->parameter($title);

        return null !== $box
            && $parameter instanceof Parameter
            && (null === $parameter->behaviour || Behaviour::Absolute === $parameter->behaviour)
            && null === $parameter->dependsOn
            && KindName::Note !== $box->messageTo($parameter)?->kind // of velocity 0 it is no note
            && (0 === ($box->partOf($parameter)->deafMs->program ?? 0) || !$this->canCallPrograms($box));
    }

    /** Whether a program of a device can be called at all, after which it is deaf: by anything in the rules, or past them. */
    private function canCallPrograms(Device $box): bool
    {
        if (
            [] ===
            array_filter(
                $box->chart->hears ?? [null],
                static fn (?Hears $part): bool => null === $part || false !== $box->understands($part, KindName::Program),
            )
        ) {
            return false;
        }

        return $this->callsPrograms[$box->name] ??= $this->rulesCall($box) || $this->isCalledPastThePost($box);
    }

    private function rulesCall(Device $box): bool
    {
        $book = $this->analysis->checked()->book;
        foreach ($book->rules as $rule) {
            $makes = array_filter($rule->steps, static fn (Step $step): bool => $step instanceof BecomeStep && Kind::Program === $step->makes());
            $takes = array_filter(
                $rule->selectors,
                static fn (Selector $selector): bool => $selector->takes(Kind::Program),
            );
            foreach ([] === $makes && [] === $takes ? [] : $rule->steps as $step) {
                if (($step instanceof NamedStep && $step->device->text === $box->name) || $this->leadsTo($this->outPorts($step), $box->name)) {
                    return true;
                }
            }
        }
        foreach ($book->steps() as $step) {
            $isCall =
                $step instanceof RecallStep
                || $step instanceof RestoreStep
                || ($step instanceof TurnStep && Kind::Program === $step->target()?->kind);
            if (
                ($isCall && $step->device->text === $box->name)
                || ($step instanceof PostStep && Kind::Program === $step->message()?->kind() && $this->leadsTo($step->ports(), $box->name))
            ) {
                return true;
            }
        }

        return [] !== $book->lit;
    }

    /** Whether anything comes to a device that has not gone through the post. */
    private function isReachedPastThePost(Device $box): bool
    {
        $graph = $this->analysis->graph;
        foreach ($this->analysis->setup->boxes as $sender) {
            foreach ($sender->isPost() || $sender === $box ? [] : $graph->sources($sender) as $socket) {
                foreach ($graph->reachedFrom($socket) as $way) {
                    if ([] !== $way && $way[\count($way) - 1]->to->unit === $box->name) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    private function isCalledPastThePost(Device $box): bool
    {
        $graph = $this->analysis->graph;
        foreach ($this->analysis->setup->boxes as $sender) {
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
