<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Stack;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Tells steps what their names mean, and makes those wait whose device is deaf after a program change. */
final class StepNaming
{
    /** Stacks in stacks. */
    private const DEEPEST = 8;

    private ?Deafness $left = null;

    /** @param \Closure(RulebookError): void $onError */
    public function __construct(private readonly Rulebook $book, private readonly Devices $devices, private readonly \Closure $onError)
    {
    }

    /**
     * @param list<Selector> $selectors of the rule, as they are for this rig
     * @param list<ControlMessage> $sources
     *
     * @return list<Step>
     */
    public function ofRule(Rule $rule, array $selectors, array $sources): array
    {
        $kinds = [];
        foreach ($selectors as $selector) {
            foreach ($selector->matched() as [$kind]) {
                $kinds[$kind->value] = $kind;
            }
        }
        $mayBeNote = isset($kinds[Kind::Note->value]);
        $steps = [];
        foreach ($rule->steps as $index => $step) {
            $steps[] = $this->step($step, new Circumstances($sources, array_values($kinds), $index === \count($rule->steps) - 1, $this->book->programsFrom));
            $sources = $step->is(Fact::MakesValue) ? [] : $sources;
            $made = $step->makes();
            // What was made of a note still has its release.
            $kinds = null === $made ? $kinds : [$made->value => $made] + ($mayBeNote ? [Kind::Note->value => Kind::Note] : []);
        }

        return $steps;
    }

    public function stack(Stack $stack): Stack
    {
        $named = clone $stack;
        $named->steps = $this->burst($stack->steps);

        return $named;
    }

    /**
     * Steps that are done at one time: what follows a recall to a device that is deaf after it waits.
     *
     * @param list<Step> $steps
     *
     * @return list<Step>
     */
    public function burst(array $steps): array
    {
        return array_merge(...$this->grouped($steps));
    }

    /**
     * What a scene does when it begins. Whichever scene is left has been left at the same time: what any of them calls on leaving makes
     * its device deaf to this one.
     *
     * @param list<Step> $steps
     *
     * @return list<list<Step>> by the step that each comes from
     */
    public function entering(array $steps): array
    {
        return $this->grouped($steps, clone ($this->left ??= $this->left()));
    }

    /** Who may be deaf once some scene has been left. */
    private function left(): Deafness
    {
        $deaf = new Deafness();
        foreach ($this->book->scenes as $scene) {
            $left = new Deafness();
            $this->silent()->grouped($scene->onLeave, $left);
            $deaf->orLater($left);
        }

        return $deaf;
    }

    /**
     * The same, by the step that each comes from: a stack may have been written out.
     *
     * @param list<Step> $steps
     * @param Deafness $deaf who is deaf before; it goes on from there
     *
     * @return list<list<Step>>
     */
    public function grouped(array $steps, Deafness $deaf = new Deafness(), int $depth = 0): array
    {
        $groups = [];
        if ($depth > self::DEEPEST) {
            return $groups; // a circle of stacks, which is an error of its own
        }
        foreach ($steps as $step) {
            $group = [];
            foreach ($this->written($step, $deaf, 0) as $each) {
                $device = $each instanceof NamedStep ? $each->device->text : '';
                $each = $this->step($each, new Circumstances([], [], false, $this->book->programsFrom, $deaf->untilUs($device)));
                $group[] = $each;
                if ($each instanceof RecallStep && null !== $each->program()) {
                    $deaf->calls($device, $each->program());
                } elseif (null !== $each->stack()) {
                    $this->silent()->grouped($this->book->stacks[$each->stack()->text]->steps ?? [], $deaf, $depth + 1);
                }
            }
            $groups[] = $group;
        }

        return $groups;
    }

    /**
     * A step, or what its stack does where something in it has to wait for one of these devices.
     *
     * @return list<Step>
     */
    private function written(Step $step, Deafness $deaf, int $depth): array
    {
        $stack = $step->stack();
        $inside = null === $stack || $depth > self::DEEPEST ? null : ($this->book->stacks[$stack->text] ?? null)?->steps;
        if (null === $inside || !$deaf->concerns($this->devicesOf($inside, $depth))) {
            return [$step];
        }

        return array_merge(...array_map(fn (Step $each): array => $this->written($each, $deaf, $depth + 1), $inside));
    }

    /** The same that tells no errors, for what has been looked at already. */
    private function silent(): self
    {
        return new self($this->book, $this->devices, static fn (RulebookError $error): null => null);
    }

    /**
     * @param list<Step> $steps
     *
     * @return list<string>
     */
    private function devicesOf(array $steps, int $depth): array
    {
        $devices = [];
        foreach ($steps as $step) {
            $stack = $step->stack();
            $inside = null === $stack || $depth > self::DEEPEST ? null : ($this->book->stacks[$stack->text] ?? null)?->steps;
            array_push($devices, ...($step instanceof NamedStep ? [$step->device->text] : []), ...(null === $inside ? [] : $this->devicesOf($inside, $depth + 1)));
        }

        return $devices;
    }

    private function step(Step $step, Circumstances $circumstances): Step
    {
        if (!$step instanceof NamedStep) {
            return $step;
        }
        try {
            return $step->resolved($this->devices, $circumstances);
        } catch (RulebookError $error) {
            ($this->onError)($error);

            return $step;
        }
    }
}
