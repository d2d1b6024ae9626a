<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Calibration;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Analysis\RuleMatch;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Step\ScaleStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;

/** The `scale` lines of rules that take a control, rewritten from where it was measured to stand at its ends. */
final class ScaleLines
{
    /**
     * The first line of each rule that scales the value; what comes behind it is no longer the control's own value.
     *
     * @return list<Edit>
     *
     * @throws RulebookError
     */
    public static function edits(RigAnalysis $analysis, string $unit, string $control, int $heel, int $toe): array
    {
        $source = Source::of($analysis->setup->rig->rulebook ?? '');
        $box = $analysis->setup->box($unit);
        $book = $analysis->checked()->book;
        $known = $box?->control($control);
        $message = null === $box || null === $known ? null : $analysis->index()->controls->of($box, $known)->message();
        if (null === $message) {
            return [];
        }
        $edits = [];
        foreach ($book->rules as $rule) {
            foreach (RuleMatch::isFor($book, $rule, $message) ? $rule->steps : [] as $step) {
                if ($step instanceof ScaleStep && $step->isOfValue()) {
                    $written = $step->printFrom($heel, $toe);
                    array_push($edits, ...$written === $step->print() ? [] : RuleChange::rewrite($source, $step->span->line, $written));
                    break;
                }
            }
        }

        return $edits;
    }
}
