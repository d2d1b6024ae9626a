<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Finding\Fact\ControlMovesSeveral;
use ZigzagPost\Core\Finding\Fact\ControlsMoveOne;
use ZigzagPost\Core\Finding\Fact\FactoryNumberIsAlive;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Direct\Cell;
use ZigzagPost\Core\Rig\Direct\DirectWay;
use ZigzagPost\Core\Rig\Setup\Device;

/** Controls that move something past the post which nobody meant: several units, the same as another control, or with a number of the factory's. */
final class ControlsPastThePost implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $cells = [];
        foreach ($analysis->matrix()->cells as $cell) {
            $cells[$cell->from->name][] = $cell;
        }
        foreach ($cells as $ofUnit) {
            yield from $this->ofUnit($analysis, $ofUnit[0]->from, $ofUnit);
        }
    }

    /**
     * @param non-empty-list<Cell> $cells
     *
     * @return iterable<RigFinding>
     */
    private function ofUnit(RigAnalysis $analysis, Device $box, array $cells): iterable
    {
        $alike = $words = $left = [];
        $asked = self::asked($analysis, $box);
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $message = $box->messageOf($control);
            $moved = null === $message?->number || null !== $message->channel ? [] : self::moved($analysis, $cells, $message);
            if ([] === $moved) {
                continue;
            }
            $within = "{$control->layer}\t{$control->bank}\t{$message->kind->value} {$message->number}";
            $alike[$within][] = $control->name;
            $words[$within] = array_values($moved)[0];
            if (!self::playTogether($analysis, array_map(strval(...), array_keys($moved)))) {
                yield new RigFinding(new ControlMovesSeveral($box->name, $control->name, array_values($moved)));
            }
            if (self::canBeCleared($control) && !isset($asked[$control->name])) {
                $left[$control->name] = array_values($moved)[0];
            }
        }
        if ([] !== $left && [] !== $asked) {
            yield new RigFinding(new FactoryNumberIsAlive($box->name, $left));
        }
        foreach ($alike as $within => $controls) {
            if (\count($controls) > 1) {
                yield new RigFinding(new ControlsMoveOne($box->name, $controls, $words[$within]));
            }
        }
    }

    /**
     * @param list<Cell> $cells
     *
     * @return array<string, string> the first parameter that it moves of each unit, in words
     */
    private static function moved(RigAnalysis $analysis, array $cells, Message $message): array
    {
        $moved = [];
        foreach ($cells as $cell) {
            $ways = $cell->ways[$message->kind->value] ?? [];
            $isOpen = [] !== array_filter($ways, static fn (DirectWay $way): bool => true === $way->isOpen($analysis->setup->boxes));
            $parameter = $isOpen ? self::parameter($cell->to, $message) : null;
            if (null !== $parameter) {
                $moved[$cell->to->name] ??= "{$parameter->name} of {$cell->to->name}";
            }
        }

        return $moved;
    }

    private static function parameter(Device $box, Message $message): ?Parameter
    {
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $wanted = $box->messageTo($parameter);
            if ($wanted?->kind === $message->kind && $wanted->number === $message->number) {
                return $parameter;
            }
        }

        return null;
    }

    /** @param list<string> $units */
    private static function playTogether(RigAnalysis $analysis, array $units): bool
    {
        foreach ($units as $one) {
            foreach ($units as $other) {
                [$first, $second] = [$analysis->setup->box($one)?->unit, $analysis->setup->box($other)?->unit];
                if ($one !== $other && null !== $first && null !== $second && !$first->playsTogetherWith($second)) {
                    return false;
                }
            }
        }

        return true;
    }

    private static function canBeCleared(Control $control): bool
    {
        return \in_array($control->assign, [Assign::Menu, Assign::Editor], true);
    }

    /** @return array<string, true> controls that somebody gave a number, or that a rule takes */
    private static function asked(RigAnalysis $analysis, Device $box): array
    {
        $asked = [];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            if (
                isset($box->unit->assigned[$control->name])
                || RuleMatch::takesAny($analysis->checked()->book, $analysis->index()->controls->of($box, $control)->messages)
            ) {
                $asked[$control->name] = true;
            }
        }

        return $asked;
    }
}
