<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\DoesNotPlay;
use ZigzagPost\Core\Finding\Fact\IsNotKeptOut;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Direct\Cell;
use ZigzagPost\Core\Rig\Direct\Obstacle;
use ZigzagPost\Core\Rig\Direct\ObstacleSort;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Document\Means;

/** Who is to play whom past the post and does not; who is to stay out and does not. Leads and thrus that are shut are found by themselves. */
final class UnitsThatDoNotPlay implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        $silent = $open = [];
        foreach ($analysis->matrix()->cells as $cell) {
            $arrives = $cell->arrives($analysis->setup->boxes);
            if (Means::KeepsOut === $cell->means() && true === $arrives) {
                $open["{$cell->from->name}\t{$cell->to->name}"][] = $cell;
            }
            $isTold = [] === $cell->ways ? $this->isOfPost($analysis, $cell) : $this->isFoundElsewhere($analysis, $cell);
            if (Means::Plays === $cell->means() && false === $arrives && !$isTold) {
                $silent["{$cell->from->name}\t{$cell->to->name}\t".serialize($cell->obstacle($analysis->setup->boxes))][] = $cell;
            }
        }
        foreach ($silent as $cells) {
            $obstacle = $cells[0]->obstacle($analysis->setup->boxes);
            yield (new RigFinding($this->fact($analysis, $cells, $obstacle)))->fixedBy(
                PlannedFix::of($analysis, [$cells[0]->from->name, $cells[0]->to->name]),
            );
        }
        foreach ($open as $cells) {
            yield (new RigFinding(new IsNotKeptOut($cells[0]->from->name, $cells[0]->to->name, self::kinds($cells))))->fixedBy(
                PlannedFix::of($analysis, [$cells[0]->from->name, $cells[0]->to->name]),
            );
        }
    }

    /** @param non-empty-list<Cell> $cells */
    private function fact(RigAnalysis $analysis, array $cells, ?Obstacle $obstacle): DoesNotPlay
    {
        return new DoesNotPlay(
            $cells[0]->from->name,
            $cells[0]->to->name,
            self::kinds($cells),
            $obstacle->at ?? $cells[0]->blockedBy,
            null === $obstacle?->setting ? null : ($analysis->setup->box($obstacle->at)?->chart->setting($obstacle->setting)->title ?? $obstacle->setting),
            $obstacle?->sends,
            $obstacle?->answers,
        );
    }

    private function isFoundElsewhere(RigAnalysis $analysis, Cell $cell): bool
    {
        $sort = $cell->obstacle($analysis->setup->boxes)?->sort;
        $isOfClock = null === $cell->said && (IntentKind::Clock === $cell->of || IntentKind::Transport === $cell->of);

        return ObstacleSort::Lead === $sort || ObstacleSort::Thru === $sort || $isOfClock;
    }

    /** Whether rules can bring about what no direct way can: the one is heard by the post, the other hears it. */
    private function isOfPost(RigAnalysis $analysis, Cell $cell): bool
    {
        $isHeard = $hears = false;
        foreach ($analysis->setup->joints as $joint) {
            $units = array_filter([$joint->a?->box, $joint->b?->box]);
            $isAtPost = [] !== array_filter($units, static fn ($box): bool => $box->isPost());
            $isHeard = $isHeard || ($isAtPost && \in_array($cell->from, $units, true));
            $hears = $hears || ($isAtPost && \in_array($cell->to, $units, true));
        }

        return $isHeard && $hears;
    }

    /**
     * @param list<Cell> $cells
     *
     * @return list<string>
     */
    private static function kinds(array $cells): array
    {
        return array_map(static fn (Cell $cell): string => $cell->of->value, $cells);
    }
}
