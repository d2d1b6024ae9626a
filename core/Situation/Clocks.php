<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rulebook\Step\ClockStep;
use ZigzagPost\Core\Rulebook\Step\FollowStep;
use ZigzagPost\Core\Rulebook\Step\StartStep;

/** Units that want a clock and get none, get two, or get one that is too fast or too slow for them; clocks that nobody starts. */
final class Clocks implements RigCheck
{
    public function findings(Situation $situation): iterable
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
    private function blocked(Situation $situation, ClockSources $clocks): iterable
    {
        $waiting = [];
        foreach ($situation->setup->boxes as $box) {
            $by = true === $box->isOn($box->chart->clock->obeys ?? null) ? $clocks->blockedBy($box) : null;
            if (null !== $by) {
                $waiting[$by][] = $box->name;
            }
        }
        foreach ($waiting as $by => $units) {
            yield RigFinding::warning('kind-blocked', "unit {$by} blocks", "{$by} does not pass on clock, and there is no other way to ".implode(', ', $units), null, 'lay another lead for the clock');
        }
    }

    /** Whether a unit that is to send the clock hangs on no lead; if so, that is the finding. */
    private function hangsLoose(Situation $situation): bool
    {
        $plugged = [];
        foreach ($situation->setup->joints as $joint) {
            $plugged[$joint->lead->a->unit] = $plugged[$joint->lead->b->unit] = true;
        }

        return [] !== array_filter($situation->setup->boxes, static fn (Box $box): bool => !$box->isPost() && true === $box->isOn($box->chart->clock->sends ?? null) && !isset($plugged[$box->name]));
    }

    /**
     * A clock gets there, and the unit is set not to follow any.
     *
     * @return iterable<RigFinding>
     */
    private function switchedOff(Situation $situation, Box $box, ClockSources $clocks): iterable
    {
        $setting = $box->chart->clock->obeys ?? null;
        if (\is_string($setting) && false === $box->isOn($setting) && [] !== $clocks->of($box)) {
            yield RigFinding::hint('clock-in-off', "unit {$box->name} {$setting}", "a clock gets to {$box->name}, and {$setting} is off, so that it keeps a tempo of its own", (new Edits($situation->setup->rig))->setting($box->name, $setting, 'on', "Switch {$setting} of {$box->name} on"));
        }
    }

    /**
     * Clocks made here that go to ports where no unit could follow one.
     *
     * @return iterable<RigFinding>
     */
    private function forNobody(Situation $situation, ClockSources $clocks): iterable
    {
        foreach ($situation->setup->book->clocks ?? [] as $name => $clock) {
            $hearers = array_filter($situation->setup->boxes, static fn (Box $box): bool => \in_array("clock {$name}", $clocks->of($box), true));
            $wanting = array_filter($hearers, static fn (Box $box): bool => null !== $box->chart->clock || null === $box->chart->hears);
            if ([] !== $clock->sends && [] !== $hearers && [] === $wanting) {
                yield RigFinding::hint('clock-for-nobody', "clock {$name}", "clock {$name} goes to ".implode(', ', array_map(static fn (Box $box): string => $box->name, $hearers)).', and none of them follows a clock', null, 'take the line "send" of that clock out where nobody asked for it', $clock->name->span->line);
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function ofUnit(Situation $situation, Box $box, ClockSources $clocks): iterable
    {
        $sources = $clocks->of($box);
        if ([] === $sources && null === $clocks->blockedBy($box) && $this->isReached($situation, $box) && !$this->hangsLoose($situation)) {
            yield RigFinding::warning('clock-missing', "unit {$box->name} clock", "{$box->name} follows a clock, and none gets to it".$this->couldSend($situation));
        }
        if (1 < \count($sources)) {
            yield RigFinding::warning('two-clocks-reach', "unit {$box->name} clock", 'two clocks get to it: '.implode(' and ', $sources));
        }
        foreach ($sources as $source) {
            if (true === $box->chart->clock?->startStop && str_starts_with($source, 'the clock that') && !$clocks->isStarted($box, $source)) {
                yield RigFinding::warning('clock-never-started', "unit {$box->name} clock", "{$box->name} waits for a start, and rules pass on only {$source}, without start and stop");
            }
        }
        yield from [] === $sources ? [] : $this->songs($situation, $box);
        [$low, $high] = $box->chart->clock->bpm ?? [0, 1000];
        foreach ($situation->setup->book->clocks ?? [] as $name => $clock) {
            $bpm = $clock->tempoBpm();
            if (\in_array("clock {$name}", $sources, true) && ($bpm < $low || $bpm > $high)) {
                yield RigFinding::warning('tempo-out-of-range', "unit {$box->name} clock", "clock {$name} runs at ".round($bpm, 1).", and {$box->name} follows from {$low} to {$high}");
            }
        }
    }

    /** Units that could give a clock if they were switched on to. */
    private function couldSend(Situation $situation): string
    {
        $could = [];
        foreach ($situation->setup->boxes as $box) {
            $setting = $box->chart->clock->sends ?? null;
            if (\is_string($setting) && false === $box->isOn($setting)) {
                $could[] = "{$setting} of {$box->name}";
            }
        }

        return [] === $could ? '' : '; off '.(1 === \count($could) ? 'is ' : 'are ').implode(', ', $could);
    }

    /**
     * Songs of tonight that are played faster or slower than a unit can follow, whoever gives the clock.
     *
     * @return iterable<RigFinding>
     */
    private function songs(Situation $situation, Box $box): iterable
    {
        [$low, $high] = $box->chart->clock->bpm ?? [0, 1000];
        $outside = [];
        foreach ($situation->setup->rig->show?->order() ?? [] as $song) {
            if (null !== $song->tempo && ($song->tempo < $low || $song->tempo > $high)) {
                $outside[$song->id] = "\"{$song->title}\" at ".round($song->tempo, 1);
            }
        }
        if ([] !== $outside) {
            yield RigFinding::warning('tempo-out-of-range', "unit {$box->name} songs", "{$box->name} follows a clock from {$low} to {$high}; outside of that ".(1 === \count($outside) ? 'is ' : 'are ').implode(', ', $outside));
        }
    }

    /** @return iterable<RigFinding> */
    private function neverStarted(Situation $situation): iterable
    {
        $book = $situation->checked()->book;
        $started = [];
        foreach ($book->steps() as $step) {
            if ($step instanceof ClockStep && ($step instanceof StartStep || $step instanceof FollowStep)) {
                $started[$step->clock()] = true;
            }
        }
        foreach (array_diff_key($book->clocks, $started) as $name => $clock) {
            yield RigFinding::warning('clock-never-started', "clock {$name}", "no rule starts clock {$name}, so that it never runs", null, "write start {$name} where it should begin, such as in a scene", $clock->name->span->line);
        }
    }

    /** Whether anything gets to it at all; if not, that is the finding. */
    private function isReached(Situation $situation, Box $box): bool
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
