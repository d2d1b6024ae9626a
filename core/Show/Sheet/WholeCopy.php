<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Scene;
use ZigzagPost\Core\Rulebook\Selector;
use ZigzagPost\Core\Rulebook\Step\DoStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;

/** A whole layer of a surface, or a whole scene, copied to another: the edits, what is the same in both then, and what could not be copied. */
final readonly class WholeCopy
{
    /** Stacks that do stacks are followed so far; a circle is an error elsewhere. */
    private const DEEPEST = 20;

    /**
     * @param list<Edit> $edits
     * @param list<string> $same control by control, and what both scenes do when they begin
     * @param list<string> $left what was not copied, and why
     */
    private function __construct(public array $edits, public array $same, public array $left)
    {
    }

    /**
     * What the controls of a layer do, for those of another layer in the same places.
     *
     * @param string|null $from, $to layers; null for the controls that are on none
     *
     * @throws RulebookError where a layer has no controls, or both are the same
     */
    public static function layer(RigAnalysis $analysis, Device $box, ?string $from, ?string $to): self
    {
        [$controls, $others] = [self::controls($box, $from), self::controls($box, $to)];
        if ([] === $controls || [] === $others || $from === $to) {
            throw new RulebookError(
                new Span(1, 1),
                'unknown-layer',
                $from === $to ? 'this is the same layer; choose another one' : "{$box->label()} has no controls on that layer",
            );
        }
        $sheet = SwitchSheet::of($analysis);
        $copies = [];
        $uses = [];
        $left = [];
        foreach ($controls as $place => $control) {
            foreach ($sheet->uses as $use) {
                if ($use->unit !== $box->name || $use->control !== $control->name) {
                    continue;
                }
                $other = $others[$place] ?? null;
                if (null === $other) {
                    $left["{$control->name}"] = "{$control->name}: the other layer has no control in its place";
                } else {
                    $copies[] = new RuleCopy($control, $use->line, $other, $use->scene);
                    $uses[] = $use;
                }
            }
        }
        $copied = (new SwitchEdits($analysis))->copyAll($box, $copies);
        [$edits, $failed] = [$copied->edits, $copied->left];
        $same = [];
        foreach ($copies as $index => $copy) {
            [$control, $other] = [$copy->control, $copy->to];
            if (isset($failed[$index])) {
                $left[] = "{$control->name}: {$failed[$index]}";
                continue;
            }
            foreach (CopyCheck::same($box, $control, $box, $other, $uses[$index]->does) as $each) {
                $same[] = "{$control->name} and {$other->name}, {$each}";
            }
        }

        return new self($edits, array_values(array_unique($same)), array_values($left));
    }

    /**
     * What a scene does when it begins and ends, and what its rules do, for another scene; what that does by itself stays.
     *
     * @throws RulebookError where there is no such scene, or both are the same
     */
    public static function scene(RigAnalysis $analysis, string $from, string $to): self
    {
        $source = Source::of($analysis->setup->rig->rulebook ?? '');
        [$scene, $other] = [self::find($source, $from), self::find($source, $to)];
        if ($scene === $other) {
            throw new RulebookError($scene->span, 'itself', 'this is the same scene; choose another one');
        }
        $same = [];
        $left = [];
        $lines = '';
        foreach (['enter' => [$scene->onEnter, $other->onEnter], 'leave' => [$scene->onLeave, $other->onLeave]] as $when => [$steps, $its]) {
            foreach ($steps as $step) {
                $rival = self::rival($step, self::done($source->book, $its));
                if (null === $rival) {
                    $lines .= "  on {$when} {$step->print()}\n";
                }
                if (null === $rival || $rival->print() === $step->print()) {
                    $same[] = "on {$when}: both do “{$step->print()}”";
                } else {
                    $left[] = "on {$when} {$step->print()}: “{$to}” does “{$rival->print()}” instead";
                }
            }
        }
        $rules = '';
        $copied = [];
        foreach ($source->book->rules as $rule) {
            if ($rule->scene !== $scene) {
                continue;
            }
            if (self::isThere($source, $other, $rule)) {
                $left[] = "rule “{$rule->title}”: “{$to}” has one for the same already";
            } else {
                $copied[$rule->span->line] = true;
                $rules .= "\n".$source->cut($source->start($rule), $source->end($rule));
            }
        }
        foreach (SwitchSheet::of($analysis)->uses as $use) {
            foreach (isset($copied[$use->line]) ? $use->words() : [] as $does) {
                $same[] = "{$use->control}: both do “{$does}”";
            }
        }
        $edits = [
            ...'' === $lines ? [] : [Edit::insertBefore(self::behindItsLines($other), $lines)],
            ...'' === $rules ? [] : [Edit::insertBefore($source->endOf($other), $rules)],
        ];

        return new self($edits, array_values(array_unique($same)), $left);
    }

    /** @return list<Control> by row and column, those without a place in the order of the chart behind them */
    private static function controls(Device $box, ?string $layer): array
    {
        $controls = array_values(array_filter($box->chart->surface->controls ?? [], static fn (Control $control): bool => $control->layer === $layer));
        $place = static fn (Control $control): array => [$control->at->row ?? \PHP_INT_MAX, $control->at->column ?? 0];
        usort($controls, static fn (Control $a, Control $b): int => $place($a) <=> $place($b));

        return $controls;
    }

    /** @throws RulebookError */
    private static function find(Source $source, string $title): Scene
    {
        foreach ($source->book->scenes as $scene) {
            if ($scene->title === $title) {
                return $scene;
            }
        }
        throw new RulebookError(new Span(1, 1), 'unknown-scene', "there is no scene \"{$title}\"");
    }

    /**
     * Steps, and those of the stacks that they do.
     *
     * @param list<Step> $steps
     *
     * @return list<Step>
     */
    private static function done(Rulebook $book, array $steps, int $depth = 0): array
    {
        $done = [];
        foreach ($steps as $step) {
            $done[] = $step;
            if ($step instanceof DoStep && $depth < self::DEEPEST) {
                array_push($done, ...self::done($book, $book->stacks[$step->stack()->text]->steps ?? [], $depth + 1));
            }
        }

        return $done;
    }

    /**
     * The step that already does to the same unit or parameter what another would do, or is the same.
     *
     * @param list<Step> $steps
     */
    private static function rival(Step $step, array $steps): ?Step
    {
        foreach ($steps as $its) {
            $isSameUnit = $step instanceof RecallStep && $its instanceof RecallStep && $step->device->text === $its->device->text;
            $isSameParameter = $step instanceof TurnStep && $its instanceof TurnStep && $step->turnsTheSame($its);
            if ($isSameUnit || $isSameParameter || $step->print() === $its->print()) {
                return $its;
            }
        }

        return null;
    }

    /** Whether a scene has a rule for what another rule takes. */
    private static function isThere(Source $source, Scene $scene, Rule $rule): bool
    {
        $takes = static fn (Rule $each): array => [
            array_map(static fn ($token): string => $token->text, $each->from),
            array_map(static fn (Selector $selector): string => $selector->print(), $each->selectors),
        ];
        foreach ($source->book->rules as $its) {
            if ($its->scene === $scene && $takes($its) === $takes($rule)) {
                return true;
            }
        }

        return false;
    }

    /** The line behind the last thing that a scene does when it begins or ends. */
    private static function behindItsLines(Scene $scene): int
    {
        return max([$scene->span->line, ...array_map(static fn (Step $step): int => $step->span->line, [...$scene->onEnter, ...$scene->onLeave])]) + 1;
    }
}
