<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Forecast\PressTime;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\DependsOn;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Code\Effect;
use ZigzagPost\Core\Rulebook\Naming\Titles;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\LightStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\World\Hand;

/** What every control of a rig does, scene by scene, read from the rules; what words cannot say of a rule is written by hand, and has its line. */
final readonly class SwitchSheet
{
    /** @param list<SwitchUse> $uses by unit, control and scene, in the order of the rules */
    private function __construct(public array $uses)
    {
    }

    /** @throws RulebookError */
    public static function of(RigAnalysis $analysis): self
    {
        $devices = new RigDevices($analysis->index());
        $uses = [];
        $compiled = $analysis->checked()->hasErrors() ? null : $analysis->compiled();
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->surface->controls ?? [] as $control) {
                foreach ($analysis->index()->controls->of($box, $control)->messages as $message) {
                    array_push($uses, ...self::ofControl($analysis, $compiled, $devices, $box, $control, $message));
                }
            }
        }

        return new self(array_values(array_unique($uses, \SORT_REGULAR)));
    }

    /** The use of a control that a rule makes. */
    public function use(string $unit, string $control, int $line): ?SwitchUse
    {
        foreach ($this->uses as $use) {
            if ([$use->unit, $use->control, $use->line] === [$unit, $control, $line]) {
                return $use;
            }
        }

        return null;
    }

    /**
     * @return list<SwitchUse>
     *
     * @throws RulebookError
     */
    private static function ofControl(
        RigAnalysis $analysis,
        ?CompiledBook $compiled,
        RigDevices $devices,
        Device $box,
        Control $control,
        ControlMessage $message,
    ): array {
        $book = $analysis->checked()->book;
        $uses = [];
        foreach ($book->rules as $rule) {
            if ($rule->isStack || !RuleMatch::isFor($book, $rule, $message)) {
                continue;
            }
            $does = $stack = [];
            $isByHand = false;
            $caution = null;
            foreach ($rule->steps as $step) {
                $done = self::does($analysis, $step, self::place($analysis, $devices, $rule, $box, $control));
                $caution ??= self::caution($analysis, $step);
                $isByHand = $isByHand || null === $done;
                $stack = [...$stack, ...self::stack($analysis, $step, [])];
                $does = [...$does, ...$done ?? []];
            }
            $gesture = self::gesture($rule, $control);
            $isSeveral = [] !== $stack || \count($does) > 1;
            $lastUs = $isSeveral && null !== $compiled ? self::lastUs($analysis, $compiled, $rule, $message) : null;
            $uses[] = new SwitchUse(
                $box->name,
                $control->name,
                $rule->scene?->title,
                $gesture,
                $does,
                $rule->span->line,
                $isByHand,
                $caution,
                self::only($analysis, $rule),
                $rule->isCopy(),
                self::group($analysis, $message),
                self::lamp($analysis, $box, $message, $rule),
                $stack,
                $lastUs,
            );
            if (!$rule->isCopy() && 'press' === $gesture && null === $rule->scene && RuleMatch::isUnconditional($rule)) {
                break; // what stands below never gets it
            }
        }

        return $uses;
    }

    /** @return list<string> conditions of a rule, as they are written */
    private static function only(RigAnalysis $analysis, Rule $rule): array
    {
        $only = [];
        foreach ($analysis->checked()->written->rules as $written) {
            foreach ($written->span->line === $rule->span->line ? $written->selectors : [] as $selector) {
                foreach ($selector->lists as $condition => $list) {
                    if (null !== $selector->device || \in_array($condition, ['value', 'velocity'], true)) {
                        $only[] = "{$condition} {$list->print()}";
                    }
                }
                if ($selector->changed) {
                    $only[] = 'where its value has changed';
                }
                if (null !== $selector->where) {
                    $only[] = "where {$selector->where->print()}";
                }
            }
        }

        return array_values(array_unique($only));
    }

    private static function group(RigAnalysis $analysis, ControlMessage $message): ?string
    {
        foreach ($analysis->checked()->book->groups as $name => $group) {
            if (0 !== $message->placeIn($group)) {
                return (string) $name;
            }
        }

        return null;
    }

    /** What the lamp of a control is lit for; the first reason counts. */
    private static function lamp(RigAnalysis $analysis, Device $box, ControlMessage $message, Rule $rule): ?string
    {
        $book = $analysis->checked()->book;
        foreach ($rule->steps as $step) {
            if ($step instanceof LightStep && $step->device->text === $box->name) {
                return 'by rules';
            }
        }
        foreach ($book->lit as $lit) {
            if ($lit->device === $box->name && \in_array($message, $lit->messages, false)) {
                return match (true) {
                    [] !== $lit->groups => "while it is chosen in {$lit->groups[0]->group}",
                    [] !== $lit->toggles => 'while it stands at its second value',
                    [] !== $lit->others => "while “{$lit->others[0]->parameter->title}” of ".
                        ($analysis->setup->box($lit->others[0]->parameter->device)?->label() ?? $lit->others[0]->parameter->device).
                        ' stands at its second value',
                    [] !== $lit->scenes => 'while “'.($book->scenes[$lit->scenes[0]->leadsTo]->title ?? '?').'” is the scene',
                    default => null,
                };
            }
        }

        return null;
    }

    /**
     * What a stack does that a step sets off, in words.
     *
     * @param list<string> $within stacks that are being looked at
     *
     * @return list<string>
     */
    private static function stack(RigAnalysis $analysis, Step $step, array $within): array
    {
        $name = $step->stack()->text ?? '';
        $does = [];
        foreach (\in_array($name, $within, true) ? [] : $analysis->checked()->book->stacks[$name]->steps ?? [] as $each) {
            $inner = self::stack($analysis, $each, [...$within, $name]);
            $done = self::does($analysis, $each, null);
            $own = null === $done ? [$each->print()] : array_map(static fn (Does $one): string => $one->words, $done);
            $does = [...$does, ...$inner, ...[] === $inner ? $own : []];
        }

        return $does;
    }

    private static function lastUs(RigAnalysis $analysis, CompiledBook $compiled, Rule $rule, ControlMessage $message): ?int
    {
        $port = $compiled->inPort($message->ports[0]);
        $scene = null === $rule->scene ? null : array_search($rule->scene->title, $compiled->scenes(), true);

        return null === $port
            ? null
            : PressTime::lastUs(
                $compiled,
                $port,
                [...Hand::at($message, $message->last), ...$message->isTwoState ? Hand::at($message, $message->first) : []],
                \is_int($scene) ? $scene : null,
            );
    }

    /**
     * What a step does; nothing where it goes without saying, null for what a sheet cannot say.
     *
     * @param int|null $place of the control among those that the rule takes, from 1
     *
     * @return list<Does>|null
     */
    private static function does(RigAnalysis $analysis, Step $step, ?int $place): ?array
    {
        $effects = $step->effects();

        return match (true) {
            $step instanceof GoStep => [self::scene($analysis, $step, $place)],
            null === $effects => null,
            default => array_map(static fn (Effect $effect): Does => self::told($analysis, $effect), $effects),
        };
    }

    private static function told(RigAnalysis $analysis, Effect $effect): Does
    {
        $unit = null === $effect->device ? null : $analysis->setup->box($effect->device)?->label() ?? $effect->device;
        $words = match (true) {
            null === $unit => $effect->words,
            \in_array($effect->what, [DoesWhat::Play, DoesWhat::Restore], true) => "{$effect->words} {$unit}",
            default => "{$unit}: {$effect->words}",
        };

        return new Does($effect->what, $words, $effect->device);
    }

    /** Where a step depends on what its unit shows at the moment, and in which scenes that is sure. */
    private static function caution(RigAnalysis $analysis, Step $step): ?string
    {
        $target = $step instanceof TurnStep ? $step->target() : null;
        $box = $analysis->setup->box($target->device ?? '');
        $depends = $box?->parameter($target->title ?? '')?->dependsOn;
        if (null === $box || null === $depends) {
            return null;
        }
        if (DependsOn::Page === $depends) {
            return "goes by the page that {$box->label()} shows; see to its page by hand";
        }
        $scenes = [];
        foreach (ProgramSheet::of($analysis)->rows as $row) {
            foreach ($row['cells'] as $cell) {
                if ($cell->unit === $box->name && null !== $cell->program) {
                    $scenes[$row['scene']] = true;
                }
            }
        }

        return "goes by the program that {$box->label()} is on; ".
            ([] === $scenes ? 'no scene calls one' : 'sure in '.implode(', ', array_keys($scenes)));
    }

    private static function scene(RigAnalysis $analysis, GoStep $step, ?int $place): Does
    {
        $title =
            $step->title()->text ?? ($step->isIndex() && null !== $place ? ($analysis->checked()->book->scenes[$place - 1] ?? null)?->title : null);

        return new Does(DoesWhat::Scene, null === $title ? $step->described() : "scene {$title}", $title);
    }

    /**
     * The place of a control in the list that a rule takes, from 1.
     *
     * @throws RulebookError
     */
    private static function place(RigAnalysis $analysis, RigDevices $devices, Rule $rule, Device $box, Control $control): ?int
    {
        foreach ($analysis->checked()->written->rules as $written) {
            foreach ($written->span->line === $rule->span->line ? $written->selectors : [] as $selector) {
                $titles = $selector->device?->text === $box->name ? Titles::of($selector->device, $selector->titles, $devices) : [];
                foreach ($titles as $index => $title) {
                    if (Title::equal($title->text, $control->name)) {
                        return $index + 1;
                    }
                }
            }
        }

        return null;
    }

    private static function gesture(Rule $rule, Control $control): string
    {
        foreach ($rule->selectors as $selector) {
            if (null !== $selector->gesture) {
                return $selector->gesture->word;
            }
        }

        return $control->sort->isTwoState() ? 'press' : 'move';
    }
}
