<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rulebook\Code\Circumstances;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\Devices;
use ZigzagPost\Core\Rulebook\Code\Fact;
use ZigzagPost\Core\Rulebook\Code\Sending;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Scene;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Stack;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\PanicStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Text\Reference;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** Tells steps what their names mean, and makes those wait whose device is deaf after a program change. */
final class StepNaming
{
    /** Steps of a stack with those that it does; more are an error of their own. */
    private const MOST_STEPS = 1000;

    /** Pedal, notes and sound off on all channels. */
    private const PANIC_BYTES = 16 * 3 * 3;
    /** Looks at a stack or scene change until nothing leaves at another time than in the look before. */
    private const MOST_LOOKS = 50;

    private readonly ClocksOnPorts $clocks;
    /** @var array<int, array<int, Step>> steps for this rig by the step as it was written and by its wait: they are looked at again and again */
    private array $timed = [];
    /** @var array<string, int> by stack */
    private array $sizes = [];
    /** @var array<string, list<Leaving>> by stack */
    private array $alone = [];
    /** @var list<Sending>|null */
    private ?array $lamps = null;
    private ?self $silent = null;
    private ?ChangesOfScene $changesOfScene = null;
    /** @var list<Leaving>|null */
    private ?array $changes = null;

    /** @param \Closure(RulebookError): void $onError */
    public function __construct(private readonly Rulebook $book, private readonly Devices $devices, private readonly \Closure $onError)
    {
        $this->clocks = new ClocksOnPorts($book);
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
            foreach ($selector->matched() as $matched) {
                $kind = $matched->kind;
                $kinds[$kind->value] = $kind;
            }
        }
        $mayBeNote = isset($kinds[Kind::Note->value]);
        $steps = [];
        foreach ($rule->steps as $index => $step) {
            $steps[] = $this->step(
                $step,
                new Circumstances($sources, array_values($kinds), $index === \count($rule->steps) - 1, $this->book->programsFrom),
            );
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
        return array_merge(...$this->inStack($steps));
    }

    /**
     * The same, by the step that each comes from: a stack may have been written out.
     *
     * @param list<Step> $steps
     *
     * @return list<list<Step>>
     */
    public function inStack(array $steps): array
    {
        return $this->settled($steps);
    }

    /**
     * What a scene does when it is left. Whichever begins does so at the same time, which makes what waits later.
     *
     * @param list<Step> $steps
     *
     * @return list<list<Step>> by the step that each comes from
     */
    public function leaving(array $steps): array
    {
        $this->changesOfScene ??= $this->silent()->changesOfScene();

        return $this->settled($steps, Neighbours::after($this->changesOfScene->after));
    }

    /**
     * What a scene does when it begins. Whichever scene is left has been left at the same time, and a stack may have gone there: what any of
     * them calls before makes its device deaf to this one.
     *
     * @param list<Step> $steps
     *
     * @return list<list<Step>> by the step that each comes from
     */
    public function entering(array $steps): array
    {
        $this->changesOfScene ??= $this->silent()->changesOfScene();

        return $this->settled($steps, Neighbours::before($this->changesOfScene->before));
    }

    /** What scenes send as they are left and as they begin. Each may follow or go before each of the others, which makes it later. */
    private function changesOfScene(): ChangesOfScene
    {
        $goes = [];
        foreach ($this->book->stacks as $stack) {
            foreach ($stack->steps as $index => $step) {
                if ($step instanceof GoStep && $index > 0) {
                    $goes[] = $this->whole(\array_slice($stack->steps, 0, $index))->sent();
                }
            }
        }
        $leaves = $enters = [[]];
        for ($look = 0; $look < self::MOST_LOOKS; ++$look) {
            $after = Neighbours::after($enters);
            $newLeaves = self::unlike(array_map(fn (Scene $scene): array => $this->whole($scene->onLeave, $after)->sent(), $this->book->scenes));
            $before = Neighbours::before(self::unlike([...$goes, ...$newLeaves]));
            $newEnters = self::unlike(array_map(fn (Scene $scene): array => $this->whole($scene->onEnter, $before)->sent(), $this->book->scenes));
            if ($newLeaves == $leaves && $newEnters == $enters) {
                break;
            }
            [$leaves, $enters] = [$newLeaves, $newEnters];
        }

        return new ChangesOfScene(self::unlike([...$goes, ...$leaves]), $enters);
    }

    /**
     * Nothing, and each of these once.
     *
     * @param list<list<Leaving>> $ways
     *
     * @return non-empty-list<list<Leaving>>
     */
    private static function unlike(array $ways): array
    {
        $unlike = [[]];
        foreach ($ways as $way) {
            if (!\in_array($way, $unlike, false)) {
                // equal values, not the same objects
                $unlike[] = $way;
            }
        }

        return $unlike;
    }

    /**
     * @param list<Step> $steps
     * @param non-empty-list<Neighbours> $ways
     *
     * @return list<list<Step>>
     */
    private function settled(array $steps, array $ways = [new Neighbours()]): array
    {
        return $this->grouped($steps, new Deafness($this->clocks, $ways, $this->silent()->whole($steps, $ways, $this->lamps())));
    }

    /**
     * All that steps send at one time. What waits leaves behind what does not, which may make it later, and what waits for it.
     *
     * @param list<Step> $steps
     * @param non-empty-list<Neighbours> $ways what may be sent right before and right after
     * @param list<Sending> $lamps which follow at once
     */
    private function whole(array $steps, array $ways = [new Neighbours()], array $lamps = []): Deafness
    {
        $whole = null;
        for ($look = 0; $look < self::MOST_LOOKS; ++$look) {
            $deaf = new Deafness($this->clocks, $ways, $whole);
            $this->grouped($steps, $deaf);
            $deaf->at(0);
            $deaf->sends($lamps);
            if (!$deaf->deafens() || (null !== $whole && $deaf->equals($whole))) {
                return $deaf;
            }
            $whole = $deaf;
        }

        return $whole;
    }

    /** @return list<Sending> lamps, which follow at once whatever a stack or scene does */
    private function lamps(): array
    {
        if (null === $this->lamps) {
            $bytes = [];
            foreach ($this->book->lamps as $lamps) {
                try {
                    foreach ($this->devices->lamps($lamps->name) as $lamp) {
                        $bytes[$lamp->port] = ($bytes[$lamp->port] ?? 0) + $lamp->kind->bytes();
                    }
                } catch (RulebookError) {
                    // Told where the lamps are named.
                }
            }
            $this->lamps = array_map(
                static fn (int|string $port, int $most): Sending => new Sending((string) $port, $most),
                array_keys($bytes),
                $bytes,
            );
        }

        return $this->lamps;
    }

    /**
     * The steps for this rig, by the step that each comes from: a stack is written out where something in it waits otherwise than by itself.
     *
     * @param list<Step> $steps
     * @param Deafness $deaf who is deaf before; it goes on from there
     *
     * @return list<list<Step>>
     */
    private function grouped(array $steps, Deafness $deaf): array
    {
        $groups = [];
        foreach ($steps as $step) {
            $group = [];
            [$sent, $nowUs] = [\count($deaf->sent()), $deaf->nowUs()];
            foreach ($this->written($step) as $each) {
                $group[] = $this->timed($each, $deaf, $each === $step);
            }
            $stack = $step->stack();
            $isAsAlone = null !== $stack && [$step] !== $group && $deaf->hasSentSince($sent, $nowUs, $this->silent()->alone($stack->text));
            $groups[] = $isAsAlone ? [$step] : $group;
        }

        return $groups;
    }

    /** The step for this rig, with its wait; what it sends goes on the wires. */
    private function timed(Step $step, Deafness $deaf, bool $tellsErrors): Step
    {
        $device = $step instanceof NamedStep ? $step->device->text : '';
        $afterUs = $deaf->untilUs($device);
        $naming = $tellsErrors ? $this : $this->silent();
        $timed = $naming->timed[spl_object_id($step)][$afterUs] ??= $naming->step(
            $step,
            new Circumstances([], [], false, $this->book->programsFrom, $afterUs),
        );
        $deaf->sends($this->besides($timed));
        $deaf->sends($timed->sends(), $device, $timed instanceof NamedStep ? $timed->deafens() : 0);
        $nowUs = $deaf->nowUs();
        if (null !== $step->stack() && $this->size($step->stack()->text) <= self::MOST_STEPS) {
            $this->silent()->grouped($this->book->stacks[$step->stack()->text]->steps ?? [], $deaf);
        }
        if ($step instanceof GoStep) {
            foreach ($this->silent()->changes() as $leaving) {
                $deaf->leaves($leaving->later($nowUs));
            }
        }
        $deaf->at($nowUs + $step->holdsUpUs());

        return $timed;
    }

    /** @return list<Leaving> what a stack sends where nothing else does */
    private function alone(string $stack): array
    {
        return $this->alone[$stack] ??= $this->whole($this->book->stacks[$stack]->steps ?? [])->sent();
    }

    /** How many steps a stack comes to with those that it does; more than can be where they go in a circle. */
    private function size(string $stack): int
    {
        if (!isset($this->sizes[$stack])) {
            $this->sizes[$stack] = \PHP_INT_MAX;
            $size = 0;
            foreach ($this->book->stacks[$stack]->steps ?? [] as $step) {
                $inside = $step->stack();
                $size += null === $inside ? 1 : min(self::MOST_STEPS + 1, $this->size($inside->text));
            }
            $this->sizes[$stack] = $size;
        }

        return $this->sizes[$stack];
    }

    /** @return list<Sending> what is sent beside: by clocks, or by a panic */
    private function besides(Step $step): array
    {
        if ($step instanceof PanicStep) {
            return array_map(
                static fn (string $port): Sending => new Sending($port, self::PANIC_BYTES),
                [] === $step->ports() ? $this->book->portNames(false) : $step->ports(),
            );
        }
        $clocks = array_filter($step->references(), static fn (Reference $reference): bool => Reference::CLOCK === $reference->what);

        return array_merge([], ...array_map(fn (Reference $reference): array => $this->clocks->told($reference->name->text), array_values($clocks)));
    }

    /** @return list<Leaving> what any change of scene sends at most, and how long it makes devices deaf at most */
    private function changes(): array
    {
        if (null !== $this->changes) {
            return $this->changes;
        }
        $this->changes = []; // a scene may go on to another: that counts once
        $bytes = $until = [];
        $leaves = array_unique(array_map(static fn (Scene $scene): array => $scene->onLeave, $this->book->scenes), \SORT_REGULAR);
        foreach ($leaves as $leave) {
            foreach ($this->book->scenes as $scene) {
                $whole = $this->silent()->whole([...$leave, ...$scene->onEnter]);
                $sums = [];
                foreach ($whole->sent() as $leaving) {
                    $sums[$leaving->port] = ($sums[$leaving->port] ?? 0) + $leaving->bytes;
                    $bytes[$leaving->port] = max($bytes[$leaving->port] ?? 0, $sums[$leaving->port]);
                    if ($leaving->deafUs > 0) {
                        $us = $whole->untilUs($leaving->device) - $leaving->deafUs;
                        $until[$leaving->device] = new Leaving(
                            $leaving->port,
                            1,
                            max($us, $until[$leaving->device]->atUs ?? 0),
                            $leaving->device,
                            max($leaving->deafUs, $until[$leaving->device]->deafUs ?? 0),
                        );
                    }
                }
            }
        }
        $this->changes = [
            ...array_map(static fn (int|string $port, int $most): Leaving => new Leaving((string) $port, $most, 0), array_keys($bytes), $bytes),
            ...array_values($until),
        ];

        return $this->changes;
    }

    /**
     * A step, or what its stack does where something in it may have to wait; where the stack takes its time, it is left as it is.
     *
     * @return list<Step>
     */
    private function written(Step $step): array
    {
        $stack = $step->stack()?->text;
        $inside = null === $stack ? null : ($this->book->stacks[$stack] ?? null)?->steps;
        if (
            null === $stack
            || null === $inside
            || $this->size($stack) > self::MOST_STEPS
            || !$this->namesDevices($inside)
            || $this->isDelayed($inside)
        ) {
            return [$step];
        }

        return array_merge(...array_map($this->written(...), $inside));
    }

    /** The same that tells no errors, for what has been looked at already. */
    private function silent(): self
    {
        if (null === $this->silent) {
            $this->silent = new self($this->book, $this->devices, static fn (RulebookError $error): null => null);
            $this->silent->silent = $this->silent;
        }

        return $this->silent;
    }

    /**
     * Whether something in it is done later: written out it would hold up what comes after it.
     *
     * @param list<Step> $steps of a stack that does not go in a circle
     */
    private function isDelayed(array $steps): bool
    {
        foreach ($steps as $step) {
            if ($step->holdsUpUs() > 0 || (null !== $step->stack() && $this->isDelayed($this->book->stacks[$step->stack()->text]->steps ?? []))) {
                return true;
            }
        }

        return false;
    }

    /** @param list<Step> $steps of a stack that does not go in a circle */
    private function namesDevices(array $steps): bool
    {
        foreach ($steps as $step) {
            if (
                $step instanceof NamedStep
                || (null !== $step->stack() && $this->namesDevices($this->book->stacks[$step->stack()->text]->steps ?? []))
            ) {
                return true;
            }
        }

        return false;
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
