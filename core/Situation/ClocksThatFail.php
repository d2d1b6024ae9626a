<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

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
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Step\ClockStep;
use ZigzagPost\Core\Rulebook\Step\FollowStep;
use ZigzagPost\Core\Rulebook\Step\StartStep;

/** Units that want a clock and get none, get two, or get one that is too fast or too slow for them; clocks that nobody starts. */
final class ClocksThatFail implements RigCheck
{
    public function findings(RigAnalysis $situation): iterable
    {
        if ($situation->checked()->hasErrors()) {
            return;
        }
        $sources = new ClockSources($situation);
        yield from $this->neverStarted($situation);
        foreach ($situation->setup->boxes as $box) {
            if (true === $box->isOn($box->chart->clock->obeys ?? null)) {
                yield from $this->ofUnit($situation, $box, $sources);
            } else {
                yield from $this->switchedOff($situation, $box, $sources);
            }
        }
        yield from $this->blocked($situation, $sources);
        yield from $this->forNobody($situation, $sources);
    }

    /**
     * Boxes that do not pass a clock on to units which follow one.
     *
     * @return iterable<RigFinding>
     */
    private function blocked(RigAnalysis $situation, ClockSources $clocks): iterable
    {
        $waiting = [];
        foreach ($situation->setup->boxes as $box) {
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
    private function hangsLoose(RigAnalysis $situation): bool
    {
        $plugged = [];
        foreach ($situation->setup->joints as $joint) {
            $plugged[$joint->lead->a->unit] = $plugged[$joint->lead->b->unit] = true;
        }

        return [] !==
            array_filter(
                $situation->setup->boxes,
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
    private function switchedOff(RigAnalysis $situation, Device $box, ClockSources $clocks): iterable
    {
        $setting = $box->chart->clock->obeys ?? null;
        if (\is_string($setting) && false === $box->isOn($setting) && [] !== $clocks->of($box)) {
            yield new RigFinding(
                new ClockInIsOff($box->name, $setting),
                (new Edits($situation->setup->rig))->setting($box->name, $setting, 'on', "Switch {$setting} of {$box->name} on"),
            );
        }
    }

    /**
     * Clocks made here that go to ports where no unit could follow one.
     *
     * @return iterable<RigFinding>
     */
    private function forNobody(RigAnalysis $situation, ClockSources $clocks): iterable
    {
        foreach ($situation->setup->book->clocks ?? [] as $name => $clock) {
            $hearers = array_filter($situation->setup->boxes, static fn (Device $box): bool => self::isOf($clocks->of($box), (string) $name));
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
    private function ofUnit(RigAnalysis $situation, Device $box, ClockSources $clocks): iterable
    {
        $sources = $clocks->of($box);
        if ([] === $sources && null === $clocks->blockedBy($box) && $this->isReached($situation, $box) && !$this->hangsLoose($situation)) {
            yield new RigFinding(new ClockIsMissing($box->name, $this->couldSend($situation)));
        }
        if (1 < \count($sources)) {
            yield new RigFinding(new TwoClocksReach($box->name, array_map(static fn (ClockSource $source): string => $source->words, $sources)));
        }
        foreach ($sources as $source) {
            if (true === $box->chart->clock?->startStop && $source->isPassedOn && !$clocks->isStarted($box, $source)) {
                yield new RigFinding(new StartIsNotPassedOn($box->name, $source->words));
            }
        }
        yield from [] === $sources ? [] : $this->songs($situation, $box);
        [$low, $high] = [$box->chart->clock->bpm->low ?? 0, $box->chart->clock->bpm->high ?? 1000];
        foreach ($situation->setup->book->clocks ?? [] as $name => $clock) {
            $bpm = $clock->tempoBpm();
            if (self::isOf($sources, (string) $name) && ($bpm < $low || $bpm > $high)) {
                yield new RigFinding(new TempoIsOutOfRange($box->name, (string) $name, $bpm, $low, $high));
            }
        }
    }

    /** @param list<ClockSource> $sources */
    private static function isOf(array $sources, string $clock): bool
    {
        return [] !== array_filter($sources, static fn (ClockSource $source): bool => $clock === $source->clock);
    }

    /** @return list<string> settings of units that would give a clock if they were switched on */
    private function couldSend(RigAnalysis $situation): array
    {
        $could = [];
        foreach ($situation->setup->boxes as $box) {
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
    private function songs(RigAnalysis $situation, Device $box): iterable
    {
        [$low, $high] = [$box->chart->clock->bpm->low ?? 0, $box->chart->clock->bpm->high ?? 1000];
        $outside = [];
        foreach ($situation->setup->rig->show?->order() ?? [] as $song) {
            if (null !== $song->tempo && ($song->tempo < $low || $song->tempo > $high)) {
                $outside[$song->id] = "\"{$song->title}\" at ".round($song->tempo, 1);
            }
        }
        if ([] !== $outside) {
            yield new RigFinding(new SongsAreOutOfRange($box->name, array_values($outside), $low, $high));
        }
    }

    /** @return iterable<RigFinding> */
    private function neverStarted(RigAnalysis $situation): iterable
    {
        $book = $situation->checked()->book;
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
    private function isReached(RigAnalysis $situation, Device $box): bool
    {
        foreach ($situation->streams() as $stream) {
            foreach ($stream->listeners as $listener) {
                if ($listener->box === $box) {
                    return true;
                }
            }
        }

        return false;
    }
}
