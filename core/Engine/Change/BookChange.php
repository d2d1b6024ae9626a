<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Change;

use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Engine\Controls\Gestures;
use ZigzagPost\Core\Engine\Controls\Groups;
use ZigzagPost\Core\Engine\Due;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Engine\State\Owner;
use ZigzagPost\Core\Engine\State\Places;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Engine\Time\Clocks;

/**
 * Carries a running engine over to another rulebook: the show goes on wherever the new text still has what it needs, no note
 * is left hanging (law 1), and what could not be kept is told.
 *
 * Ports, memories and clocks are found again by name, scenes by title, and steps by what {@see CompiledBook::keeping()} says
 * of them: the Nth of their kind in the Nth rule of that title.
 */
final class BookChange
{
    /** The engine that goes on. */
    public readonly Engine $engine;
    /** @var list<string> what could not be kept, in words */
    public array $lost = [];

    private readonly Places $places;
    /** @var array<int|string, int|string> new names of the owners that live on */
    private array $owners = [];

    private function __construct(private readonly Engine $old, CompiledBook $book)
    {
        $old->count();
        $this->places = Places::between($old->book, $book);
        $this->finishWhatWaits();
        $this->endGestures();
        $this->stopClocks($book);
        $this->endWhatCannotGoOn();
        $new = new Engine($book, null !== $old->trace);
        $this->engine = $new;
        $from = $old->state;
        $to = $new->state;
        $to->now = $from->now;
        $to->made = $from->made;
        $this->keepCounts($new);
        $this->keepNotes($from, $to);
        $this->keepScene($new);
        $this->keepMemories($from, $to);
        $this->keepChoices($from, $new);
        $this->keepInPorts($new);
        $this->keepOutPorts($from, $to);
        $this->keepSteps($from, $to);
        $this->keepClocks($new);
        $new->watchHands();
        $new->adopt($old, $this->places);
    }

    /** Goes on with another rulebook; what the old rules still send meanwhile is left to take from the old engine. */
    public static function of(Engine $old, CompiledBook $book): self
    {
        return new self($old, $book);
    }

    /** Values that were held back, and groups that wait for their lower half, go out by the old rules; delays end. */
    private function finishWhatWaits(): void
    {
        $now = $this->old->state->now;
        $cancelled = 0;
        foreach ($this->old->run->queue->drawAll() as [, , $do, $arguments, $origin]) {
            if ('thin' === $do) {
                $this->old->trace?->resume($origin);
                Due::run($this->old->run, $now, $do, $arguments);
            }
            $cancelled += 'call' === $do ? 1 : 0;
        }
        $this->old->run->queue->drawAll();
        foreach (array_keys($this->old->state->waiting) as $port) {
            Groups::flush($this->old->run, $now, $port);
        }
        if ($cancelled > 0) {
            $this->lost[] = 1 === $cancelled ? 'a delayed message was not sent' : "{$cancelled} delayed messages were not sent";
        }
    }

    /** Gestures under way end; what is still down from them is let go without a word. */
    private function endGestures(): void
    {
        $ended = Gestures::end($this->old->run);
        if ($ended > 0) {
            $this->lost[] =
                1 === $ended ? 'a press that could have become a gesture has ended' : "{$ended} presses that could have become gestures have ended";
        }
    }

    /** Clocks that the new text lacks are stopped, so that nobody waits for their next tick. */
    private function stopClocks(CompiledBook $book): void
    {
        foreach ($this->old->state->clocks as $clock => $state) {
            $clock = (string) $clock;
            if ($state['isRunning'] && !$book->hasClock($clock)) {
                Clocks::stop($this->old->run, $clock, $this->old->state->now);
                $this->lost[] = "clock {$clock} is gone; it has been stopped";
            }
        }
    }

    /**
     * Gated and posted notes, controllers held by notes, notes made by steps that are gone, and whatever comes from or sounds
     * at a port that is gone: it ends now, since nothing could end it later.
     */
    private function endWhatCannotGoOn(): void
    {
        $state = $this->old->state;
        $pressed = array_map(strval(...), array_merge([], ...array_map(array_keys(...), array_values($state->pressed))));
        foreach (array_keys($state->ledger) as $own) {
            if (!$this->canGoOn($own, $pressed)) {
                $this->tellEnd($own);
                Notes::end($this->old->run, $state->now, $own);
                continue;
            }
            foreach ($state->owned($own) as $key => $entry) {
                if (\is_string($key) || null === $this->places->note($key)) {
                    $state->disown($own, $key);
                    $state->own('change', $key, $entry);
                }
            }
            Notes::end($this->old->run, $state->now, 'change');
            $this->owners[$own] = $own;
        }
    }

    /** @param list<string> $pressed owners that end when their control is let go, whatever the rules */
    private function canGoOn(int|string $own, array $pressed): bool
    {
        if (\is_int($own)) {
            return null !== $this->places->note($own);
        }
        $parts = Owner::parts($own);
        if (\in_array($own, $pressed, true)) {
            return null !== $parts->control && null !== $this->places->control($parts->control);
        }

        return (Owner::LATCH === $parts->letter || Owner::MADE === $parts->letter) && null !== $this->places->owner($own);
    }

    private function tellEnd(int|string $own): void
    {
        $state = $this->old->state;
        $notes = array_filter(array_keys($state->owned($own)), \is_int(...));
        if ([] === $notes) {
            return;
        }
        $parts = \is_int($own) ? null : Owner::parts($own);
        $step = $parts->step ?? '';
        $what = match ($parts->letter ?? '') {
            Owner::LATCH => "the latch of rule \"{$this->titleOf($step)}\"",
            Owner::MADE => "a note made by rule \"{$this->titleOf($step)}\"",
            Owner::GATE => "a note of fixed length of rule \"{$this->titleOf($step)}\"",
            '' => "a note played at {$this->old->book->ports()[Note::port((int) $own)]}",
            default => 'a posted or delayed note',
        };
        $this->lost[] = "{$what} has ended";
    }

    private function titleOf(string $step): string
    {
        return $this->old->book->rules()[(int) $step]->title ?? '';
    }

    private function keepCounts(Engine $new): void
    {
        foreach ($this->places->rules as $was => $is) {
            $new->state->hits[$is] = $this->old->state->hits[$was];
            $new->state->dropped[$is] = $this->old->state->dropped[$was];
            $new->state->rejected[$is] = $this->old->state->rejected[$was];
        }
    }

    private function keepNotes(State $from, State $to): void
    {
        foreach (array_keys($this->owners) as $own) {
            $newOwn = $this->owners[$own] = $this->newOwner($own, $from, $to);
            $to->ledger[$newOwn] = [];
            foreach ($from->owned($own) as $note => $times) {
                $newNote = \is_int($note) ? $this->places->note($note) : null;
                if (null !== $newNote && isset($from->sounding[$note])) {
                    $to->own($newOwn, $newNote, $times);
                    $to->sounding[$newNote] = $from->sounding[$note];
                }
            }
        }
    }

    private function newOwner(int|string $own, State $from, State $to): int|string
    {
        if (\is_int($own)) {
            return $this->places->note($own) ?? $own;
        }
        foreach ($from->pressed as $control => $owners) {
            if (isset($owners[$own])) {
                // Let go by its control, whatever the new rules make of that.
                $new = $this->places->owner($own) ?? Owner::PRESSED.++$to->made;
                $to->pressed[$this->places->control($control) ?? $control][$new] = $owners[$own];

                return $new;
            }
        }

        return $this->places->owner($own) ?? $own;
    }

    private function keepScene(Engine $new): void
    {
        $title = $this->old->book->scenes()[$this->old->state->scene] ?? null;
        $scene = null === $title ? 0 : array_search($title, $new->book->scenes(), true);
        if (false === $scene) {
            $this->lost[] = "scene \"{$title}\" is gone".([] === $new->book->scenes() ? '' : "; \"{$new->book->scenes()[0]}\" is current now");
        }
        $new->state->scene = (int) $scene;
        $song = $this->old->state->song;
        $id = $this->old->book->songIds()[$song] ?? null;
        $place = null === $id ? null : $new->book->placeOfSong($id, $song);
        if (null !== $id && null === $place) {
            $this->lost[] = "the song \"{$id}\" is not in the set list any more";
        }
        $new->state->song = $place ?? min($song, max(0, \count($new->book->songs()) - 1));
    }

    private function keepMemories(State $from, State $to): void
    {
        $to->memories = array_intersect_key($from->memories, $to->memories) + $to->memories;
        foreach (array_diff_key($from->memories, $to->memories) as $name => $value) {
            if ($value !== $this->old->book->memories()[$name]) {
                $this->lost[] = "memory {$name} is gone; it held {$value}";
            }
        }
    }

    private function keepChoices(State $from, Engine $new): void
    {
        foreach ($from->choices as $group => $chosen) {
            $size = $new->book->sizeOfGroup((string) $group);
            if (null === $size || $chosen > $size) {
                $this->lost[] =
                    null === $size ? "group {$group} is gone; its {$chosen} was chosen" : "group {$group} has no {$chosen} any more; none is chosen";
            }
            if (null !== $size) {
                $new->state->choices[$group] = $chosen > $size ? 0 : $chosen;
            }
        }
    }

    private function keepInPorts(Engine $new): void
    {
        [$from, $to] = [$this->old->state, $new->state];
        $to->down = $this->places->byControl($from->down);
        foreach ($this->places->byControl($from->gestures) as $control => $pressed) {
            $to->gestures[$control] = ['did' => -1, 'first' => -1] + $pressed;
        }
        foreach ($from->selected as $place => $selected) {
            $at = $this->places->place($place);
            if (null !== $at) {
                $to->selected[$at] = $selected;
            }
        }
        $to->parameters = $this->places->byControl($from->parameters);
        $to->latest = $this->places->byControl($from->latest);
        $to->zoneParameters = $this->places->byPort($from->zoneParameters);
        foreach ($this->places->ports as $was => $is) {
            $to->in[$is] = $from->in[$was];
            $to->sent[$is] = $from->sent[$was];
            $to->unclaimed[$is] = $from->unclaimed[$was];
            $to->faults[$is] = $from->faults[$was];
            $declared = [$this->old->book->zones()[$was] ?? null, $new->book->zones()[$is] ?? null];
            if (isset($from->zones[$was]) && $declared[0] == $declared[1]) {
                $to->zones[$is] = $from->zones[$was];
                $to->zoneRoles[$is] = $from->zoneRoles[$was];
            } elseif (isset($from->zones[$was]) && null !== $this->old->book->inPort($this->old->book->ports()[$was])) {
                $this->lost[] = "the zone of {$new->book->ports()[$is]} is the one declared now";
            }
        }
    }

    private function keepOutPorts(State $from, State $to): void
    {
        foreach ($this->places->ports as $was => $is) {
            $to->carried[$is] = $from->carried[$was];
        }
        foreach ($from->pedals as $place => $isDown) {
            $at = $this->places->place($place);
            if (null !== $at) {
                $to->pedals[$at] = $isDown;
            }
        }
        foreach ($this->places->byControl($from->held) as $control => [$value, $rule]) {
            $to->held[$control] = [$value, $this->places->rules[$rule] ?? -1];
        }
        $to->present = $this->places->byControl($from->present);
        $to->exact = $this->places->byControl($from->exact);
        $to->echoes = $this->places->byControl($from->echoes);
        $to->linked = array_map($this->places->links(...), $this->places->byControl($from->linked));
        foreach ($from->expressed as $place => $expression) {
            $at = $this->places->place($place);
            if (null !== $at) {
                $to->expressed[$at] = $expression;
            }
        }
    }

    private function keepSteps(State $from, State $to): void
    {
        foreach ($this->places->steps as $was => $is) {
            $to->toggled[$is] = $this->places->byControl($from->toggled[$was] ?? []);
            $to->letThrough[$is] = $this->places->byControl($from->letThrough[$was] ?? []);
            $to->counted[$is] = $this->places->byPort($from->counted[$was] ?? []);
            $to->multiplied[$is] = $this->places->byPort($from->multiplied[$was] ?? []);
        }
        foreach (array_diff_key($from->toggled, $this->places->steps) as $step => $controls) {
            if (\in_array(true, $controls, true)) {
                $this->lost[] = "a toggle of rule \"{$this->titleOf((string) $step)}\" is gone; it was on";
            }
        }
        foreach ($from->stands as $link => $stands) {
            $new = $this->places->link((string) $link);
            if (null !== $new) {
                $to->stands[$new] = $this->places->byControl($stands);
            }
        }
        Dealt::keep($from, $to, $this->places, $this->owners);
    }

    private function keepClocks(Engine $new): void
    {
        foreach ($this->old->state->clocks as $clock => $state) {
            $clock = (string) $clock;
            if (!$new->book->hasClock($clock)) {
                continue;
            }
            $declared = $new->book->clock($clock)->beatUs;
            $new->state->clocks[$clock] = $state;
            Clocks::resume($new->run, $clock, $new->state->now);
            if ($declared !== $this->old->book->clock($clock)->beatUs) {
                Clocks::setBeat($new->run, $clock, $new->state->now, $declared);
            }
        }
    }
}
