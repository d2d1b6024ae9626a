<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Card;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Plan\Plan;
use ZigzagPost\Core\Rig\Plan\PlannedNumber;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Numbers that are entered into a box, or that it learns from another one. */
final class NumberSteps
{
    /** @return list<CardStep> of what the plan changes, and of what was planned or entered before */
    public static function of(Device $box, Plan $plan, Setup $setup): array
    {
        $steps = [];
        foreach ($plan->numbers as $number) {
            $assigned = $box->unit->assigned[$number->title] ?? null;
            if ($number->box->name !== $box->name || (!$number->changes() && null === $assigned)) {
                continue;
            }
            $assign = $number->isControl ? $box->control($number->title)?->assign : $box->parameter($number->title)?->assign;
            $learns = Assign::Learn === $assign;
            $steps[] = new CardStep(
                $number->title,
                "\"{$number->title}\"".($number->isControl ? ' sends' : ($learns ? ' learns' : ' hears')),
                self::kind($number->kind)." {$number->number}",
                $learns ? self::learning($number, $plan, $setup) : 'by '.($assign->value ?? 'hand'),
                null,
                false,
                true === $assigned?->state->isTicked() && $assigned->message->number === $number->number,
                $assigned?->at,
                $assigned?->by,
                learns: $learns,
            );
        }

        return $steps;
    }

    /** Whether a rule asks for what a control sends as it comes. */
    private static function isTaken(RigAnalysis $analysis, Device $box, Control $control): bool
    {
        return RuleMatch::takesAny($analysis->checked()->book, $analysis->index()->controls->of($box, $control)->messages);
    }

    /** All controls that have the factory's numbers still, and that no rule asks for, where others are given theirs: the rest of a table. */
    public static function clearing(Device $box, RigAnalysis $analysis): ?CardStep
    {
        $given = $box->unit->assigned;
        foreach ($analysis->plan()->numbers as $number) {
            if ($number->box->name === $box->name && $number->isControl && $number->changes()) {
                $given[$number->title] = true;
            }
        }
        $left = [];
        $isGiven = false;
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $isGiven = $isGiven || isset($given[$control->name]);
            $canBe = \in_array($control->assign, [Assign::Menu, Assign::Editor], true) && null !== $control->message();
            if (!isset($given[$control->name]) && $canBe && !self::isTaken($analysis, $box, $control)) {
                $left[] = $control->name;
            }
        }

        return !$isGiven || [] === $left
            ? null
            : new CardStep(
                'cleared',
                'All other controls',
                'cleared',
                'they send what the factory gave them: '.implode(', ', $left),
                null,
                false,
                false,
                null,
                null,
            );
    }

    /** What is moved so that it learns: a control of another unit that sends this very number, once that is entered. */
    private static function learning(PlannedNumber $number, Plan $plan, Setup $setup): string
    {
        $planned = [];
        foreach ($plan->numbers as $each) {
            $planned["{$each->box->name}\t{$each->title}"] = $each->number;
        }
        foreach ($setup->boxes as $box) {
            foreach ($box === $number->box ? [] : $box->chart->surface->controls ?? [] as $control) {
                $message = $box->messageOf($control);
                $sent = $planned["{$box->name}\t{$control->name}"] ?? $message?->number;
                if ($message?->kind === $number->kind && $sent === $number->number) {
                    return "let it learn: move \"{$control->name}\" of {$box->label()} once that is entered, with all other streams silent";
                }
            }
        }

        return 'let it learn, with all other streams silent';
    }

    private static function kind(KindName $kind): string
    {
        return match ($kind) {
            KindName::Cc => 'controller',
            KindName::Cc14 => 'controller pair',
            default => $kind->value,
        };
    }
}
