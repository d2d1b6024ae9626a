<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\SentKind;
use ZigzagPost\Core\Finding\Fact\NeverReceived;
use ZigzagPost\Core\Finding\Fact\ReceiveIsOff;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rulebook\Rule;
use ZigzagPost\Core\Rulebook\Step\PlayStep;
use ZigzagPost\Core\Rulebook\Step\RecallStep;
use ZigzagPost\Core\Rulebook\Step\Step;
use ZigzagPost\Core\Rulebook\Step\TurnStep;

/** Kinds of message that rules send to a unit by its name, and that it does not receive as it stands. */
final class FiltersThatAreClosed implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $edits = new Edits($analysis->setup->rig);
        $closed = [];
        foreach ($this->used($analysis) as $sent) {
            if (false === $sent->unit->understands($sent->part, $sent->kind)) {
                $closed["{$sent->unit->name}\t{$sent->part->id}\t{$sent->kind->value}"] ??= $sent;
            }
        }
        foreach ($closed as $sent) {
            [$box, $part, $kind, $line] = [$sent->unit, $sent->part, $sent->kind, $sent->line];
            $setting = $box->switchOf($part, $kind);
            if (\is_string($setting)) {
                yield new RigFinding(
                    new ReceiveIsOff($box->name, $setting, $kind->value, $line),
                    $edits->setting($box->name, $setting, 'on', "Switch {$setting} of {$box->name} on"),
                );
            } else {
                yield new RigFinding(new NeverReceived($box->name, $kind->value, $line));
            }
        }
    }

    /** @return iterable<SentKind> what is sent to whom, and in which line */
    private function used(RigAnalysis $analysis): iterable
    {
        $book = $analysis->checked()->book;
        foreach ($book->steps() as $step) {
            yield from $this->named($analysis, $step);
        }
        foreach ($book->rules as $rule) {
            foreach ($rule->steps as $step) {
                $box = $step instanceof PlayStep ? $analysis->setup->box($step->device->text) : null;
                $part = null === $box || !($step instanceof PlayStep) ? null : $box->chart->hears[$step->number() - 1] ?? null;
                if (null !== $box && null !== $part && $this->isForNotes($rule)) {
                    yield new SentKind($box, $part, KindName::Note, $step->span->line);
                }
            }
        }
    }

    /** @return iterable<SentKind> */
    private function named(RigAnalysis $analysis, Step $step): iterable
    {
        if ($step instanceof TurnStep) {
            $box = null === $step->target() ? null : $analysis->setup->box($step->target()->device);
            $parameter = $box?->parameter($step->target()->title ?? '');
            $part = null === $parameter ? null : $box?->partOf($parameter);
            $message = null === $parameter ? null : $box?->messageTo($parameter);
            if (null !== $box && null !== $part && null !== $message) {
                yield new SentKind($box, $part, $message->kind, $step->span->line);
            }
        }
        if ($step instanceof RecallStep) {
            $box = $analysis->setup->box($step->device->text);
            foreach ($box->chart->hears ?? [] as $part) {
                if (null !== $box && null !== ($part->kinds[KindName::Program->value] ?? null)) {
                    yield new SentKind($box, $part, KindName::Program, $step->span->line);

                    return;
                }
            }
        }
    }

    private function isForNotes(Rule $rule): bool
    {
        foreach ($rule->selectors as $selector) {
            if ($selector->takes(Kind::Note)) {
                return true;
            }
        }

        return false;
    }
}
