<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Calibration;

use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Step\ScaleStep;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Situation\RigAnalysis;
use ZigzagPost\Core\Situation\RuleMatch;

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
    public static function edits(RigAnalysis $situation, string $unit, string $control, int $heel, int $toe): array
    {
        $source = Source::of($situation->setup->rig->rulebook ?? '');
        $box = $situation->setup->box($unit);
        $book = $situation->checked()->book;
        $known = $box?->control($control);
        $message = null === $box || null === $known ? null : $situation->index()->controls->of($box, $known)->message();
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
