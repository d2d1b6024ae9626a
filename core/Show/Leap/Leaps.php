<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Leap;

use ZigzagPost\Core\Analysis\PedalShortfall;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Chart\ControlSort;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Index\SentControl;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\TakesOver;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/**
 * What leaps: for each fader or pedal and each change of scene, where the parameter can stand then, and what the first move makes of it under
 * each takeover. The largest step that is computed is the largest that a replay receives.
 */
final class Leaps
{
    private const ABSOLUTE = [ControlSort::Fader, ControlSort::Knob, ControlSort::Pedal, ControlSort::Wheel, ControlSort::Axis, ControlSort::Surface];
    /** Scenes that are looked at; of more the first. */
    public const MOST_SCENES = 40;

    private readonly Rulebook $book;
    private readonly Moves $moves;
    /** @var list<SentControl> controls that rules can take */
    private readonly array $controls;
    /** @var list<int> */
    private readonly array $scenes;

    /** @throws RulebookError */
    private function __construct(private readonly RigAnalysis $analysis)
    {
        $this->book = $analysis->checked()->book;
        $this->scenes = array_keys(\array_slice($this->book->scenes, 0, self::MOST_SCENES)) ?: [0];
        $this->moves = new Moves($analysis->setup, Compiler::load(self::sendingAtOnce($analysis)->book));
        $this->controls = $analysis->index()->controls->heard();
    }

    /**
     * @return list<Leap> the largest first, by the share of the parameter's range; none while the rulebook has an error
     *
     * @throws RulebookError
     */
    public static function of(RigAnalysis $analysis): array
    {
        if ($analysis->checked()->hasErrors()) {
            return [];
        }
        $leaps = new self($analysis);
        $found = [];
        foreach ($leaps->controls as $sent) {
            if (\in_array($sent->control->sort, self::ABSOLUTE, true) && null === $sent->control->encoding) {
                array_push($found, ...$leaps->ofControl($sent));
            }
        }
        usort($found, static fn (Leap $a, Leap $b): int => [$leaps->share($b), [] === $a->songs] <=> [$leaps->share($a), [] === $b->songs]);

        return $found;
    }

    /**
     * Writes another takeover into a rule.
     *
     * @param int $line of the rule
     *
     * @return list<Edit>
     *
     * @throws RulebookError when the rule has no step that could wait
     */
    public static function edits(Source $source, int $line, string $takeover): array
    {
        $edits = [];
        foreach ($source->ruleAt($line)->steps ?? [] as $step) {
            if ($step instanceof TakesOver && null !== $step->takeover() && \in_array($takeover, TakesOver::TAKEOVERS, true)) {
                array_push($edits, ...RuleChange::rewrite($source, $step->span->line, $step->printWith('jump' === $takeover ? '' : $takeover)));
            }
        }

        return [] === $edits
            ? throw new RulebookError(new Span(max(1, $line), 1), 'no-takeover', "the rule in line {$line} has no step that could wait for a control")
            : $edits;
    }

    /**
     * The same rules without any that wait, which tell where a control puts a parameter once it holds it.
     *
     * @throws RulebookError
     */
    private static function sendingAtOnce(RigAnalysis $analysis): Checker
    {
        $source = Source::of($analysis->setup->rig->rulebook ?? '');
        $edits = [];
        foreach ($source->book->rules as $rule) {
            foreach ($rule->steps as $step) {
                if ($step instanceof TakesOver && \in_array($step->takeover(), ['pickup', 'scaled'], true)) {
                    array_push($edits, ...RuleChange::rewrite($source, $step->span->line, $step->printWith('')));
                }
            }
        }

        return Checker::check(
            $source->with($edits)->text,
            static fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($analysis->setup->rig, $book)),
        );
    }

    /** @return list<Leap> */
    private function ofControl(SentControl $sent): array
    {
        $found = [];
        foreach ($this->scenes as $to) {
            $rule = $this->rule($sent, $to);
            if (null === $rule) {
                continue;
            }
            foreach ($this->moves->curves($sent, $to) as $curve) {
                foreach ([...0 === $to ? [null] : [], ...array_values(array_diff($this->scenes, [$to]))] as $from) {
                    $cases = $this->cases($sent, $curve->of, $from, $to, null !== $from && $this->rule($sent, $from) !== $rule);
                    $leap = $this->leap($sent, $rule, $curve, $cases, $from, $to);
                    if (null !== $leap) {
                        $found[] = $leap;
                    }
                }
            }
        }

        return self::together($found);
    }

    /**
     * Where the control and the parameter can stand after a change of scene. What moves the parameter in the scene before is taken to have
     * been used there.
     *
     * @param bool $isUnseen whether the rule is not in force in the scene before, so that it does not see the control move there
     *
     * @return list<LeapCase>
     */
    private function cases(SentControl $sent, MovedParameter $parameter, ?int $from, int $to, bool $isUnseen): array
    {
        $set = $this->moves->set($from, $to);
        if (\array_key_exists($parameter->key(), $set)) {
            return self::unseen($this->standing($parameter, $set), $isUnseen);
        }
        if (null === $from) {
            return $this->resting($parameter);
        }
        $own = ($this->moves->curves($sent, $from)[$parameter->key()] ?? null)->values ?? [];
        // As long as the scene before holds, a control that moves the parameter at once cannot go anywhere without it.
        $holds = [] !== $own && 'jump' === $this->takeover($this->rule($sent, $from));
        $cases = [
            ...self::unseen(
                array_map(static fn (int $place, int $value): LeapCase => new LeapCase($place, $value), array_keys($own), $own),
                $isUnseen,
            ),
            ...self::unseen($this->standing($parameter, $this->moves->set(0 === $from ? null : 0, $from)), $isUnseen && !$holds),
            ...self::unseen($this->moved($parameter, [$from], $sent), $isUnseen),
        ];
        if ([] !== $cases) {
            return $cases;
        }
        // Nothing of the scene before moves it: it stands where any other scene left it, or where it rested.
        $cases = [...$this->resting($parameter), ...$this->moved($parameter, $this->scenes, null)];
        foreach ($this->scenes as $scene) {
            array_push($cases, ...$this->standing($parameter, $this->moves->set(null, $scene)));
        }

        return self::unseen($cases, $isUnseen);
    }

    /**
     * @param list<LeapCase> $cases
     *
     * @return list<LeapCase>
     */
    private static function unseen(array $cases, bool $isUnseen): array
    {
        return array_map(static fn (LeapCase $each): LeapCase => $each->unseen($isUnseen), $cases);
    }

    /**
     * @param array<string, int|null> $set
     *
     * @return list<LeapCase>
     */
    private function standing(MovedParameter $parameter, array $set): array
    {
        $value = $set[$parameter->key()] ?? null;

        return \array_key_exists($parameter->key(), $set) ? (null === $value ? $this->anywhere($parameter) : [new LeapCase(null, $value)]) : [];
    }

    /** @return list<LeapCase> where it stands when the power comes, of which the engine knows nothing */
    private function resting(MovedParameter $parameter): array
    {
        $rest = $this->known($parameter)?->rest;

        return null === $rest ? $this->anywhere($parameter) : [new LeapCase(null, $rest, false)];
    }

    /**
     * The ends to which controls bring a parameter in some scenes.
     *
     * @param list<int> $scenes
     * @param SentControl|null $but a control that does not count
     *
     * @return list<LeapCase>
     */
    private function moved(MovedParameter $parameter, array $scenes, ?SentControl $but): array
    {
        $ends = [];
        foreach ($this->controls as $sent) {
            foreach ($sent === $but ? [] : $scenes as $scene) {
                $curve = null === $this->rule($sent, $scene) ? null : $this->moves->curves($sent, $scene)[$parameter->key()] ?? null;
                $ends = null === $curve ? $ends : [...$ends, min($curve->values), max($curve->values)];
            }
        }

        return array_map(static fn (int $end): LeapCase => new LeapCase(null, $end), array_values(array_unique($ends)));
    }

    /** @return list<LeapCase> both ends of what a parameter can be */
    private function anywhere(MovedParameter $parameter): array
    {
        $range = $this->known($parameter)->raw ?? ValueRange::sevenBits();

        return [new LeapCase(null, $range->low, false), new LeapCase(null, $range->high, false)];
    }

    /** How a rule takes over; null where it has no step that could wait. */
    private function takeover(?Rule $rule): ?string
    {
        foreach ($rule->steps ?? [] as $step) {
            if ($step instanceof TakesOver && null !== $step->takeover()) {
                return $step->takeover();
            }
        }

        return null;
    }

    private function known(MovedParameter $parameter): ?Parameter
    {
        return $this->analysis->setup->box($parameter->unit)?->parameter($parameter->title);
    }

    /** @param list<LeapCase> $cases */
    private function leap(SentControl $sent, Rule $rule, MoveCurve $curve, array $cases, ?int $from, int $to): ?Leap
    {
        $parameter = $this->known($curve->of);
        if (null === $parameter || [] === $cases) {
            return null;
        }
        $written = $this->takeover($rule);
        $takeover = $written ?? 'jump';
        $meeting = new Meeting($curve->values, $parameter->raw->low, $parameter->raw->high);
        if ('scaled' !== $takeover && $meeting->goesOn($cases)) {
            return null;
        }
        $steps = $meeting->steps($cases);
        if (max($steps['jump']->leap, ($steps[$takeover] ?? $steps['jump'])->leap) <= $meeting->finest) {
            return null;
        }
        $order = ['jump', 'scaled', 'pickup'];
        usort($order, static fn (string $a, string $b): int => [!$steps[$a]->meets, $steps[$a]->leap] <=> [!$steps[$b]->meets, $steps[$b]->leap]);
        $isKnown = [] === array_filter($cases, static fn (LeapCase $case): bool => !$case->isKnown);
        $titles = array_map(static fn ($scene): string => $scene->title, $this->book->scenes);

        return new Leap(
            $sent->unit->name,
            $sent->control->name,
            $rule->span->line,
            $curve->of->unit,
            $curve->of->title,
            null === $from ? [] : [$titles[$from] ?? ''],
            $titles[$to] ?? null,
            $this->songs($titles[$from ?? -1] ?? null, $titles[$to] ?? null),
            $takeover,
            $steps,
            $order[0],
            $isKnown,
            null !== $written,
            PedalShortfall::error($parameter, $parameter->raw->low, $parameter->raw->low + ($steps[$takeover] ?? $steps['jump'])->leap),
        );
    }

    /** The rule that takes a control in a scene. */
    private function rule(SentControl $sent, int $scene): ?Rule
    {
        foreach ($this->book->rules as $rule) {
            if (
                !$rule->isStack
                && (null === $rule->scene || $rule->scene === ($this->book->scenes[$scene] ?? null))
                && RuleMatch::isFor($this->book, $rule, $sent->messages[0])
            ) {
                return $rule;
            }
        }

        return null;
    }

    /** @return list<string> songs of the loaded set list in which a change comes */
    private function songs(?string $from, ?string $to): array
    {
        $songs = [];
        $before = null;
        foreach ($this->analysis->setup->rig->show?->order() ?? [] as $song) {
            foreach ($song->scenes as $scene) {
                if ($before === $from && $scene === $to) {
                    $songs[] = $song->title;
                }
                $before = $scene;
            }
        }

        return array_values(array_unique($songs));
    }

    /**
     * Changes from several scenes that come to the same are told once.
     *
     * @param list<Leap> $leaps
     *
     * @return list<Leap>
     */
    private static function together(array $leaps): array
    {
        $joined = [];
        foreach ($leaps as $leap) {
            $same = serialize([$leap->device, $leap->parameter, $leap->to, $leap->line, $leap->steps, $leap->isKnown, [] === $leap->from]);
            $before = $joined[$same] ?? null;
            $joined[$same] = null === $before ? $leap : $before->and($leap);
        }

        return array_values($joined);
    }

    private function share(Leap $leap): float
    {
        $range = $this->known(new MovedParameter($leap->device, $leap->parameter))->raw ?? ValueRange::sevenBits();

        return $leap->step()->leap / max(1, abs($range->high - $range->low));
    }
}
