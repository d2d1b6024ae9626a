<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\ClockSource;
use ZigzagPost\Core\Analysis\ClockSources;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ClockInIsOff;
use ZigzagPost\Core\Finding\Fact\ClockIsBlocked;
use ZigzagPost\Core\Finding\Fact\ClockIsForNobody;
use ZigzagPost\Core\Finding\Fact\ClockIsMissing;
use ZigzagPost\Core\Finding\Fact\ClockIsNeverStarted;
use ZigzagPost\Core\Finding\Fact\SongsAreOutOfRange;
use ZigzagPost\Core\Finding\Fact\StartIsNotPassedOn;
use ZigzagPost\Core\Finding\Fact\TempoIsOutOfRange;
use ZigzagPost\Core\Finding\Fact\TwoClocksReach;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Direct\Cell;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Document\Means;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Step\ClockStep;
use ZigzagPost\Core\Rulebook\Step\FollowStep;
use ZigzagPost\Core\Rulebook\Step\StartStep;

/** Units that want a clock and get none, get two, or get one that is too fast or too slow for them; clocks that nobody starts. */
final class ClocksThatFail implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        if ($analysis->checked()->hasErrors()) {
            return;
        }
        $sources = new ClockSources($analysis);
        yield from $this->neverStarted($analysis);
        foreach ($analysis->setup->boxes as $box) {
            if (true === $box->isOn($box->chart->clock->obeys ?? null)) {
                yield from $this->ofUnit($analysis, $box, $sources);
            } else {
                yield from $this->switchedOff($analysis, $box, $sources);
            }
        }
        yield from $this->blocked($analysis, $sources);
        yield from $this->forNobody($analysis, $sources);
    }

    /**
     * Boxes that do not pass a clock on to units which follow one.
     *
     * @return iterable<RigFinding>
     */
    private function blocked(RigAnalysis $analysis, ClockSources $clocks): iterable
    {
        $waiting = [];
        foreach ($analysis->setup->boxes as $box) {
            $by = true === $box->isOn($box->chart->clock->obeys ?? null) ? $clocks->blockedBy($box) : null;
            if (null !== $by) {
                $waiting[$by][] = $box->name;
            }
        }
        foreach ($waiting as $by => $units) {
            yield new RigFinding(new ClockIsBlocked((string) $by, $units));
        }
    }

    /** Whether a unit that is to send the clock hangs on no lead; if so, that is the finding. */
    private function hangsLoose(RigAnalysis $analysis): bool
    {
        $plugged = [];
        foreach ($analysis->setup->joints as $joint) {
            $plugged[$joint->lead->a->unit] = $plugged[$joint->lead->b->unit] = true;
        }

        return [] !==
            array_filter(
                $analysis->setup->boxes,
                static fn (Device $box): bool => !$box->isPost()
                    && true === $box->isOn($box->chart->clock->sends ?? null)
                    && !isset($plugged[$box->name]),
            );
    }

    /**
     * A clock gets there, and the unit is set not to follow any.
     *
     * @return iterable<RigFinding>
     */
    private function switchedOff(RigAnalysis $analysis, Device $box, ClockSources $clocks): iterable
    {
        $setting = $box->chart->clock->obeys ?? null;
        if (\is_string($setting) && false === $box->isOn($setting) && [] !== $clocks->of($box) && !$this->isSaid($analysis, $box)) {
            yield new RigFinding(
                new ClockInIsOff($box->name, $setting),
                (new Edits($analysis->setup->rig))->setting($box->name, $setting, 'on', "Switch {$setting} of {$box->name} on"),
            );
        }
    }

    /**
     * Clocks made here that go to ports where no unit could follow one.
     *
     * @return iterable<RigFinding>
     */
    private function forNobody(RigAnalysis $analysis, ClockSources $clocks): iterable
    {
        foreach ($analysis->setup->book->clocks ?? [] as $name => $clock) {
            $hearers = array_filter($analysis->setup->boxes, static fn (Device $box): bool => self::isOf($clocks->of($box), (string) $name));
            $wanting = array_filter($hearers, static fn (Device $box): bool => null !== $box->chart->clock || null === $box->chart->hears);
            if ([] !== $clock->sends && [] !== $hearers && [] === $wanting) {
                yield new RigFinding(
                    new ClockIsForNobody(
                        (string) $name,
                        array_map(static fn (Device $box): string => $box->name, array_values($hearers)),
                        $clock->name->span->line,
                    ),
                );
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function ofUnit(RigAnalysis $analysis, Device $box, ClockSources $clocks): iterable
    {
        $sources = $clocks->of($box);
        $isToldElsewhere = null !== $clocks->blockedBy($box) || $this->isSaid($analysis, $box) || $this->hangsLoose($analysis);
        if ([] === $sources && !$isToldElsewhere && $this->isReached($analysis, $box)) {
            yield new RigFinding(new ClockIsMissing($box->name, $this->couldSend($analysis)));
        }
        if (1 < \count($sources)) {
            yield new RigFinding(new TwoClocksReach($box->name, array_map(static fn (ClockSource $source): string => $source->words, $sources)));
        }
        foreach ($sources as $source) {
            if (true === $box->chart->clock?->startStop && $source->isPassedOn && !$clocks->isStarted($box, $source)) {
                yield new RigFinding(new StartIsNotPassedOn($box->name, $source->words));
            }
        }
        yield from [] === $sources ? [] : $this->songs($analysis, $box);
        [$low, $high] = [$box->chart->clock->bpm->low ?? 0, $box->chart->clock->bpm->high ?? 1000];
        foreach ($analysis->setup->book->clocks ?? [] as $name => $clock) {
            $bpm = $clock->tempoBpm();
            if (self::isOf($sources, (string) $name) && ($bpm < $low || $bpm > $high)) {
                yield new RigFinding(new TempoIsOutOfRange($box->name, (string) $name, $bpm, $low, $high));
            }
        }
    }

    /** Whether somebody said who gives it a clock; then that this one does not arrive is the finding. */
    private function isSaid(RigAnalysis $analysis, Device $box): bool
    {
        return [] !==
            array_filter(
                $analysis->matrix()->cells,
                static fn (Cell $cell): bool => $cell->to === $box && IntentKind::Clock === $cell->of && Means::Plays === $cell->said?->means,
            );
    }

    /** @param list<ClockSource> $sources */
    private static function isOf(array $sources, string $clock): bool
    {
        return [] !== array_filter($sources, static fn (ClockSource $source): bool => $clock === $source->clock);
    }

    /** @return list<string> settings of units that would give a clock if they were switched on */
    private function couldSend(RigAnalysis $analysis): array
    {
        $could = [];
        foreach ($analysis->setup->boxes as $box) {
            $setting = $box->chart->clock->sends ?? null;
            if (\is_string($setting) && false === $box->isOn($setting)) {
                $could[] = "{$setting} of {$box->name}";
            }
        }

        return $could;
    }

    /**
     * Songs of tonight that are played faster or slower than a unit can follow, whoever gives the clock.
     *
     * @return iterable<RigFinding>
     */
    private function songs(RigAnalysis $analysis, Device $box): iterable
    {
        [$low, $high] = [$box->chart->clock->bpm->low ?? 0, $box->chart->clock->bpm->high ?? 1000];
        $outside = [];
        foreach ($analysis->setup->rig->show?->order() ?? [] as $song) {
            if (null !== $song->tempo && ($song->tempo < $low || $song->tempo > $high)) {
                $outside[$song->id] = "\"{$song->title}\" at ".round($song->tempo, 1);
            }
        }
        if ([] !== $outside) {
            yield new RigFinding(new SongsAreOutOfRange($box->name, array_values($outside), $low, $high));
        }
    }

    /** @return iterable<RigFinding> */
    private function neverStarted(RigAnalysis $analysis): iterable
    {
        $book = $analysis->checked()->book;
        $started = [];
        foreach ($book->steps() as $step) {
            if ($step instanceof ClockStep && ($step instanceof StartStep || $step instanceof FollowStep)) {
                $started[$step->clock()] = true;
            }
        }
        foreach (array_diff_key($book->clocks, $started) as $name => $clock) {
            yield new RigFinding(new ClockIsNeverStarted((string) $name, $clock->name->span->line));
        }
    }

    /** Whether anything gets to it at all; if not, that is the finding. */
    private function isReached(RigAnalysis $analysis, Device $box): bool
    {
        foreach ($analysis->streams() as $stream) {
            foreach ($stream->listeners as $listener) {
                if ($listener->box === $box) {
                    return true;
                }
            }
        }

        return false;
    }
}
