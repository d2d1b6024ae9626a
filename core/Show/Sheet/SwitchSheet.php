<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\DependsOn;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Naming\Titles;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\DoStep;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\PanicStep;
use ZigzagPost\Core\Rulebook\Step\PlayStep;
use ZigzagPost\Core\Rulebook\Step\PressStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\RestoreStep;
use ZigzagPost\Core\Rulebook\Step\StartStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\StopStep;
use ZigzagPost\Core\Rulebook\Step\TapStep;
use ZigzagPost\Core\Rulebook\Step\TurnStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Situation\Names;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\Situation\TakenBy;

/** What every control of a rig does, scene by scene, read from the rules; what words cannot say of a rule is written by hand, and has its line. */
final readonly class SwitchSheet
{
    /** @param list<SwitchUse> $uses by unit, control and scene, in the order of the rules */
    private function __construct(public array $uses)
    {
    }

    public static function of(Situation $situation): self
    {
        $devices = new RigDevices(Setup::of($situation->setup->rig, $situation->checked()->written));
        $uses = [];
        foreach ($situation->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->surface->controls ?? [] as $control) {
                foreach (self::messages($devices, $box, $control) as $message) {
                    array_push($uses, ...self::ofControl($situation, $devices, $box, $control, $message));
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

    /** @return list<SwitchUse> */
    private static function ofControl(Situation $situation, RigDevices $devices, Box $box, Control $control, ControlMessage $message): array
    {
        $book = $situation->checked()->book;
        $uses = [];
        foreach ($book->rules as $rule) {
            if ($rule->isStack || !TakenBy::isFor($book, $rule, $message)) {
                continue;
            }
            $does = [];
            $isByHand = false;
            $caution = null;
            foreach ($rule->steps as $step) {
                $words = self::words($situation, $step, self::place($situation, $devices, $rule, $box, $control));
                $caution ??= self::caution($situation, $step);
                $isByHand = $isByHand || null === $words;
                $does = [...$does, ...array_filter([$words], static fn (?string $each): bool => null !== $each && '' !== $each)];
            }
            $gesture = self::gesture($rule, $control);
            $uses[] = new SwitchUse($box->name, $control->name, $rule->scene?->title, $gesture, $does, $rule->span->line, $isByHand, $caution);
            if (!$rule->isCopy() && 'press' === $gesture && null === $rule->scene && TakenBy::isUnconditional($rule)) {
                break; // what stands below never gets it
            }
        }

        return $uses;
    }

    /**
     * What a step does, in words; nothing for what goes without saying, null for what these words cannot say.
     *
     * @param int|null $place of the control among those that the rule takes, from 1
     */
    private static function words(Situation $situation, Step $step, ?int $place): ?string
    {
        $unit = $step instanceof NamedStep ? ($situation->setup->box($step->device->text)?->label() ?? $step->device->text) : '';

        return match (true) {
            $step instanceof PressStep => '',
            $step instanceof RecallStep => "{$unit}: program ".str_replace('"', '', (string) preg_replace('/^recall \S+ /', '', $step->print())),
            $step instanceof TurnStep => "{$unit}: ".str_replace('"', '', (string) preg_replace('/^turn \S+ /', '', $step->print())),
            $step instanceof PlayStep => "plays {$unit}",
            $step instanceof RestoreStep => "restore {$unit}",
            $step instanceof NamedStep => null,
            $step instanceof GoStep => self::scene($situation, $step, $place),
            $step instanceof DoStep => "stack {$step->stack()->text}",
            $step instanceof TapStep, $step instanceof StartStep, $step instanceof StopStep => $step->print(),
            $step instanceof PanicStep => 'panic',
            default => null,
        };
    }

    /** Where a step depends on what its unit shows at the moment, and in which scenes that is sure. */
    private static function caution(Situation $situation, Step $step): ?string
    {
        $target = $step instanceof TurnStep ? $step->target() : null;
        $box = $situation->setup->box($target->device ?? '');
        $depends = $box?->parameter($target->title ?? '')?->dependsOn;
        if (null === $box || null === $depends) {
            return null;
        }
        if (DependsOn::Page === $depends) {
            return "goes by the page that {$box->label()} shows; see to its page by hand";
        }
        $scenes = [];
        foreach (ProgramSheet::of($situation)->rows as $row) {
            foreach ($row['cells'] as $cell) {
                if ($cell->unit === $box->name && null !== $cell->program) {
                    $scenes[$row['scene']] = true;
                }
            }
        }

        return "goes by the program that {$box->label()} is on; ".([] === $scenes ? 'no scene calls one' : 'sure in '.implode(', ', array_keys($scenes)));
    }

    private static function scene(Situation $situation, GoStep $step, ?int $place): string
    {
        $title = $step->title()->text ?? ('go index' === $step->print() && null !== $place ? ($situation->checked()->book->scenes[$place - 1] ?? null)?->title : null);

        $words = ['go next song' => 'next song', 'go previous song' => 'previous song'][$step->print()] ?? $step->print();

        return null === $title ? $words : "scene {$title}";
    }

    /** The place of a control in the list that a rule takes, from 1. */
    private static function place(Situation $situation, RigDevices $devices, Rule $rule, Box $box, Control $control): ?int
    {
        foreach ($situation->checked()->written->rules as $written) {
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
                return explode(' ', $selector->gesture->print())[0];
            }
        }

        return $control->sort->isTwoState() ? 'press' : 'move';
    }

    /** @return list<ControlMessage> */
    private static function messages(RigDevices $devices, Box $box, Control $control): array
    {
        try {
            return $devices->control(...Names::of($box, $control->name));
        } catch (RulebookError) {
            return [];
        }
    }
}
