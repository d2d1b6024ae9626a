<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Step\BecomeStep;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\PanicStep;
use ZigzagPost\Core\Rulebook\Step\PlayStep;
use ZigzagPost\Core\Rulebook\Step\PostStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\SendStep;
use ZigzagPost\Core\Rulebook\Step\SetStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\Reference;

/**
 * All that can leave the post because of a control, whatever the state, read from the rules that can take it and from what they can set
 * off: stacks, scenes, clocks and lamps. It may say too much, never too little.
 */
final class Emissions
{
    private readonly ResolvedRulebook $book;
    /** @var list<Emission> */
    private array $all = [];
    /** @var array<string, true> stacks and scenes that were followed */
    private array $followed = [];
    /** Whether steps are looked at that stand in the rule itself. */
    private bool $isOwn = true;

    private function __construct(private readonly RigAnalysis $analysis)
    {
        $this->book = $analysis->checked()->book;
    }

    /**
     * @param list<ControlMessage> $messages
     *
     * @return list<Emission>|null null where what leaves can come back in, so that any rule may follow
     */
    public static function of(RigAnalysis $analysis, array $messages): ?array
    {
        $emissions = new self($analysis);
        foreach ($messages as $message) {
            $emissions->taken($message);
        }
        foreach ($emissions->book->lit as $lit) {
            $emissions->all[] = new Emission($lit->lamp->port);
        }
        foreach ($emissions->all as $emission) {
            if ($emissions->comesBack($emission->port)) {
                return null;
            }
        }

        return $emissions->all;
    }

    private function taken(ControlMessage $message): void
    {
        foreach ($this->book->rules as $rule) {
            if (RuleMatch::isFor($this->book, $rule, $message)) {
                $this->steps($rule->steps, $message->kind, $message->channel, Kind::Program === $message->kind ? null : $message->number);
            } elseif (RuleMatch::isPartFor($this->book, $rule, $message)) {
                $this->steps($rule->steps, null, $message->channel, null);
            }
            if (RuleMatch::isAllFor($this->book, $rule, $message)) {
                break; // what stands below never gets it
            }
        }
    }

    /**
     * @param list<Step> $steps
     * @param Kind|null $kind of the message at hand; null for any
     */
    private function steps(array $steps, ?Kind $kind, ?int $channel, ?int $number): void
    {
        foreach ($steps as $step) {
            if ($step instanceof BecomeStep) {
                [$kind, $channel, $number] = [
                    $step->makes(),
                    null === $step->message()->channel ? $channel : $step->message()->literalChannel(),
                    $step->message()->literalNumber(),
                ];
            } elseif ($step->is(Fact::ChangesMessage) && !$step->is(Fact::MakesValue)) {
                // its channel, key or number
                $kind = $step->is(Fact::LeavesZone) ? null : $kind;
                [$channel, $number] =
                    $step instanceof SetStep && !$step->setsChannel() ? [$channel, null] : [null, $step instanceof SetStep ? $number : null];
            }
            $this->step($step, $kind, $channel, $number);
        }
    }

    private function step(Step $step, ?Kind $kind, ?int $channel, ?int $number): void
    {
        if ($step instanceof SendStep) {
            foreach ($step->ports() as $port) {
                foreach ($step->channels() ?? [$channel] as $each) {
                    $this->all[] = new Emission($port, $kind, $each, $number);
                }
            }
        } elseif ($step instanceof PostStep) {
            $template = $step->message();
            foreach ($step->ports() as $port) {
                $this->all[] = new Emission(
                    $port,
                    $template?->kind(),
                    null === $template || null !== $template->channel ? $template?->literalChannel() : 1,
                    $template?->literalNumber(),
                );
            }
        } elseif ($step instanceof TurnStep && null !== $step->target()) {
            $target = $step->target();
            $this->all[] = new Emission(
                $target->port,
                $target->kind,
                $target->channel,
                $target->number,
                $target->device,
                $target->title,
                $this->isOwn,
            );
        } elseif ($step instanceof NamedStep) {
            $this->named($step, $kind, $number);
        } else {
            $this->others($step);
        }
    }

    private function named(NamedStep $step, ?Kind $kind, ?int $number): void
    {
        [$kind, $number] = match (true) {
            $step instanceof PlayStep => [$kind, $number],
            $step instanceof RecallStep => [Kind::Program, null],
            default => [null, null],
        };
        foreach ($this->portsTo($step->device->text) as $port) {
            $this->all[] = new Emission($port, $kind, null, $number, $step->device->text, null, $this->isOwn);
        }
    }

    private function others(Step $step): void
    {
        $stack = $step->stack()?->text;
        if (null !== $stack && !isset($this->followed[$stack])) {
            $this->followed[$stack] = true;
            $this->setOff($this->book->stacks[$stack]->steps ?? []);
        }
        if ($step instanceof GoStep) {
            $this->go($step);
        }
        if ($step instanceof PanicStep || $step->is(Fact::Releases)) {
            foreach ($this->book->portNames(false) as $port) {
                $this->all[] = new Emission($port);
            }
        }
        foreach ($step->references() as $reference) {
            if (Reference::OUT_PORT === $reference->what) {
                $this->all[] = new Emission($reference->name->text);
            } elseif (Reference::CLOCK === $reference->what) {
                $clock = $this->book->clocks[$reference->name->text] ?? null;
                foreach ([...$clock?->messagePorts() ?? [], ...$clock?->pulsePorts() ?? []] as $port) {
                    $this->all[] = new Emission($port->text);
                }
            }
        }
    }

    /** @param list<Step> $steps of a stack or a scene, which know no message at hand */
    private function setOff(array $steps): void
    {
        $wasOwn = $this->isOwn;
        $this->isOwn = false;
        $this->steps($steps, null, null, null);
        $this->isOwn = $wasOwn;
    }

    /** What is left is any scene; what is entered is the one that it names, or any. */
    private function go(GoStep $step): void
    {
        $named = $step->title()?->text;
        foreach ($this->book->scenes as $index => $scene) {
            $isEntered = null === $named ? null === $step->constant() || $step->constant() === $index + 1 : $scene->title === $named;
            foreach (['leave' => $scene->onLeave, 'enter' => $isEntered ? $scene->onEnter : []] as $when => $steps) {
                if ([] !== $steps && !isset($this->followed["{$when} {$index}"])) {
                    $this->followed["{$when} {$index}"] = true;
                    $this->setOff($steps);
                }
            }
        }
    }

    /** @return list<string> out ports from which leads go to a device, open or not */
    private function portsTo(string $device): array
    {
        return array_values(
            array_filter($this->book->portNames(false), function (string $port) use ($device): bool {
                foreach ($this->analysis->graph->waysFrom(new Socket(LeadEnd::POST, $port, true))->ways as $way) {
                    if ($way[\count($way) - 1]->to->unit === $device) {
                        return true;
                    }
                }

                return false;
            }),
        );
    }

    private function comesBack(string $port): bool
    {
        $from = $this->analysis->graph->waysFrom(new Socket(LeadEnd::POST, $port, true));
        [$ways, $isAll] = [$from->ways, $from->areAll];
        foreach ($ways as $way) {
            if (LeadEnd::POST === $way[\count($way) - 1]->to->unit && [] === array_filter($way, static fn ($hop): bool => null !== $hop->off)) {
                return true;
            }
        }

        return !$isAll;
    }
}
