<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Finding\Fact\ControlsAreUnused;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\ControlSort;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Rulebook\Text\Token;
use ZigzagPost\Core\Rulebook\Text\TokenType;

/** Controls that no rule takes: one hint for a unit. */
final class UnusedControls implements RigCheck
{
    public function findings(RigAnalysis $situation): iterable
    {
        $checked = $situation->checked();
        if ($checked->hasErrors() || [] === $checked->book->rules) {
            return;
        }
        $devices = new RigDevices(Setup::of($situation->setup->rig, $checked->written));
        foreach ($situation->setup->boxes as $box) {
            $unused =
                LeadEnd::POST === $box->name
                    ? []
                    : array_filter(
                        $box->chart->surface->controls ?? [],
                        fn (Control $control): bool => ControlSort::Key !== $control->sort && !$this->isUsed($checked->book, $devices, $box, $control),
                    );
            if ([] !== $unused) {
                yield new RigFinding(
                    new ControlsAreUnused($box->name, array_map(static fn (Control $control): string => $control->name, array_values($unused))),
                );
            }
        }
    }

    private function isUsed(Rulebook $book, RigDevices $devices, Device $box, Control $control): bool
    {
        try {
            $messages = $devices->control(
                new Token(TokenType::Word, $box->name, new Span(1, 1), true),
                new Token(TokenType::Text, $control->name, new Span(1, 1), true),
            );
        } catch (RulebookError) {
            return true; // it does not come in: that is a finding of its own
        }
        foreach ($messages as $message) {
            foreach ($book->rules as $rule) {
                if (RuleMatch::isFor($book, $rule, $message)) {
                    return true;
                }
            }
        }

        return false;
    }
}
