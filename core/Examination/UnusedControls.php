<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Finding\Fact\ControlsAreUnused;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\ControlSort;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;

/** Controls that no rule takes: one hint for a unit. */
final class UnusedControls implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $checked = $analysis->checked();
        if ($checked->hasErrors() || [] === $checked->book->rules) {
            return;
        }
        foreach ($analysis->setup->boxes as $box) {
            $unused =
                LeadEnd::POST === $box->name
                    ? []
                    : array_filter(
                        $box->chart->surface->controls ?? [],
                        static fn (Control $control): bool => ControlSort::Key !== $control->sort && self::isUnused($analysis, $box, $control),
                    );
            if ([] !== $unused) {
                yield new RigFinding(
                    new ControlsAreUnused($box->name, array_map(static fn (Control $control): string => $control->name, array_values($unused))),
                );
            }
        }
    }

    /** Whether it comes in, and nobody takes it; that it does not come in is a finding of its own. */
    private static function isUnused(RigAnalysis $analysis, Device $box, Control $control): bool
    {
        $sent = $analysis->index()->controls->of($box, $control);

        return null === $sent->lack && !RuleMatch::takesAny($analysis->checked()->book, $sent->messages);
    }
}
