<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** Carries a running engine over to another rulebook without leaving a note hanging (law 1). */
final class BookChange
{
    public static function of(Engine $old, CompiledBook $book): Engine
    {
        $ports = self::ports($old->book, $book);
        self::endWhatCannotGoOn($old, $ports);
        $new = new Engine($book, null !== $old->trace);
        $from = $old->state;
        $to = $new->state;
        $to->now = $from->now;
        $to->made = $from->made;
        $to->memories = array_intersect_key($from->memories, $to->memories) + $to->memories;
        foreach ($ports as $was => $is) {
            $to->in[$is] = $from->in[$was];
            $to->sent[$is] = $from->sent[$was];
            $to->unclaimed[$is] = $from->unclaimed[$was];
            $to->faults[$is] = $from->faults[$was];
            $to->carried[$is] = $from->carried[$was];
        }
        self::keepCounts($old, $new);
        self::keepNotes($from, $to, $ports);
        if (null !== $old->trace) {
            $new->trace?->follow($old->trace);
        }

        return $new;
    }

    /**
     * Latches, made notes, posted notes and controllers held by notes, and whatever comes from or sounds at a port that is
     * gone: it ends now, since nothing could end it later.
     *
     * @param array<int, int> $ports
     */
    private static function endWhatCannotGoOn(Engine $old, array $ports): void
    {
        $state = $old->state;
        $old->queue->filter(static fn (): bool => false);
        foreach (array_keys($state->ledger) as $own) {
            if (\is_string($own) || !isset($ports[$own >> 11])) {
                Notes::end($old, $state->now, $own);
                continue;
            }
            foreach ($state->owned($own) as $key => $entry) {
                if (\is_string($key) || !isset($ports[$key >> 11])) {
                    $state->disown($own, $key);
                    $state->own('change', $key, $entry);
                }
            }
        }
        Notes::end($old, $state->now, 'change');
    }

    /** @return array<int, int> new positions of the ports that both rulebooks have */
    private static function ports(CompiledBook $old, CompiledBook $new): array
    {
        $ports = [];
        foreach ($old->ports() as $was => $name) {
            $is = array_search($name, $new->ports(), true);
            if (\is_int($is) && (null === $old->inPort($name)) === (null === $new->inPort($name))) {
                $ports[$was] = $is;
            }
        }

        return $ports;
    }

    private static function keepCounts(Engine $old, Engine $new): void
    {
        $positions = [];
        foreach ($old->book->rules() as $index => [$title]) {
            $positions[$title] = $index;
        }
        foreach ($new->book->rules() as $index => [$title]) {
            if (isset($positions[$title])) {
                $new->state->hits[$index] = $old->state->hits[$positions[$title]];
                $new->state->dropped[$index] = $old->state->dropped[$positions[$title]];
                $new->state->rejected[$index] = $old->state->rejected[$positions[$title]];
            }
        }
    }

    /** @param array<int, int> $ports */
    private static function keepNotes(State $from, State $to, array $ports): void
    {
        foreach (array_keys($from->ledger) as $own) {
            if (!\is_int($own) || !isset($ports[$own >> 11])) {
                continue;
            }
            $newOwn = $ports[$own >> 11] << 11 | ($own & 0x7FF);
            $to->ledger[$newOwn] = [];
            foreach ($from->owned($own) as $note => $times) {
                if (\is_int($note) && isset($ports[$note >> 11]) && isset($from->sounding[$note])) {
                    $newNote = $ports[$note >> 11] << 11 | ($note & 0x7FF);
                    $to->own($newOwn, $newNote, $times);
                    $to->sounding[$newNote] = $from->sounding[$note];
                }
            }
        }
    }
}
