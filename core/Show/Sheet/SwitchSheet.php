<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\DoStep;
use ZigzagPost\Core\Rulebook\Step\GoStep;
use ZigzagPost\Core\Rulebook\Step\NamedStep;
use ZigzagPost\Core\Rulebook\Step\PanicStep;
use ZigzagPost\Core\Rulebook\Step\PlayStep;
use ZigzagPost\Core\Rulebook\Step\PressStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
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
        $book = $situation->checked()->book;
        $devices = new RigDevices(Setup::of($situation->setup->rig, $situation->checked()->written));
        $uses = [];
        foreach ($situation->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->surface->controls ?? [] as $control) {
                foreach (self::messages($devices, $box, $control) as $message) {
                    array_push($uses, ...self::ofControl($book, $box, $control, $message));
                }
            }
        }

        return new self(array_values(array_unique($uses, \SORT_REGULAR)));
    }

    /** @return list<SwitchUse> */
    private static function ofControl(Rulebook $book, Box $box, Control $control, ControlMessage $message): array
    {
        $uses = [];
        foreach ($book->rules as $rule) {
            if ($rule->isStack || !TakenBy::isFor($book, $rule, $message)) {
                continue;
            }
            $does = [];
            $isByHand = false;
            foreach ($rule->steps as $step) {
                $words = self::words($step);
                $isByHand = $isByHand || null === $words;
                $does = [...$does, ...array_filter([$words], static fn (?string $each): bool => null !== $each && '' !== $each)];
            }
            $gesture = self::gesture($rule, $control);
            $uses[] = new SwitchUse($box->name, $control->name, $rule->scene?->title, $gesture, $does, $rule->span->line, $isByHand);
            if (!$rule->isCopy() && 'press' === $gesture && null === $rule->scene && TakenBy::isUnconditional($rule)) {
                break; // what stands below never gets it
            }
        }

        return $uses;
    }

    /** What a step does, in words; nothing for what goes without saying, null for what these words cannot say. */
    private static function words(Step $step): ?string
    {
        return match (true) {
            $step instanceof PressStep => '',
            $step instanceof RecallStep => "{$step->device->text}: ".preg_replace('/^recall \S+ /', 'program ', $step->print()),
            $step instanceof TurnStep => "{$step->device->text}: ".preg_replace('/^turn \S+ /', '', $step->print()),
            $step instanceof PlayStep => "plays {$step->device->text}",
            $step instanceof NamedStep => null,
            $step instanceof GoStep => null === $step->title() ? $step->print() : "scene {$step->title()->text}",
            $step instanceof DoStep => "stack {$step->stack()->text}",
            $step instanceof TapStep, $step instanceof StartStep, $step instanceof StopStep => $step->print(),
            $step instanceof PanicStep => 'panic',
            default => null,
        };
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
