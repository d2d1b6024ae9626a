<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Finding\Fact\ControlsAreUnused;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\ControlSort;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;

/** Controls that no rule takes: one hint for a unit. */
final class UnusedControls implements RigCheck
{
    public function findings(RigAnalysis $situation): iterable
    {
        $checked = $situation->checked();
        if ($checked->hasErrors() || [] === $checked->book->rules) {
            return;
        }
        foreach ($situation->setup->boxes as $box) {
            $unused =
                LeadEnd::POST === $box->name
                    ? []
                    : array_filter(
                        $box->chart->surface->controls ?? [],
                        static fn (Control $control): bool => ControlSort::Key !== $control->sort && self::isUnused($situation, $box, $control),
                    );
            if ([] !== $unused) {
                yield new RigFinding(
                    new ControlsAreUnused($box->name, array_map(static fn (Control $control): string => $control->name, array_values($unused))),
                );
            }
        }
    }

    /** Whether it comes in, and nobody takes it; that it does not come in is a finding of its own. */
    private static function isUnused(RigAnalysis $situation, Device $box, Control $control): bool
    {
        $sent = $situation->index()->controls->of($box, $control);

        return null === $sent->lack && !RuleMatch::takesAny($situation->checked()->book, $sent->messages);
    }
}
