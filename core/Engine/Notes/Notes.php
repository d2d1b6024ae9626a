<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Notes;

use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Engine\State\Owner;
use ZigzagPost\Core\Engine\State\State;

/**
 * Who ends which note (laws 1 and 2). Whoever begins a note owns it: a held key, a latch, a made note's control, a gate.
 *
 * The ledger of {@see State} holds what each owner began; a note that several began ends with the last of them.
 *
 * @phpstan-import-type Owned from State
 * @phpstan-import-type Begun from State
 */
final class Notes
{
    /** Release velocity of note-offs that the engine makes itself (MIDI 1.0, "Note Off": 64 when not velocity sensitive). */
    public const RELEASE_VELOCITY = 64;

    /** Begins a note at an out port; its owner will end it. */
    public static function begin(Run $run, int $t, int $port, int $ch, int $n, int $v, int|string $own): void
    {
        $s = $run->state;
        $note = Note::of($port, $ch, $n);
        $s->sounding[$note] = ($s->sounding[$note] ?? 0) + 1;
        $s->carried[$port] |= 1 << $ch;
        if (!isset($s->ledger[$own]) || [] === $s->ledger[$own]) {
            $s->ledger[$own] = $note;
        } else {
            $count = $s->owned($own)[$note] ?? 0;
            $s->disown($own, $note); // struck again, it is the latest now
            $s->own($own, $note, 1 + (\is_int($count) ? $count : 0));
        }
        $bytes = \chr(0x8F + $ch).\chr($n).\chr($v);
        $run->out[] = [$t, $port, $bytes];
        if (null !== $run->trace) {
            $run->trace->owns($own, $note);
            $run->trace->out($t, $port, $bytes);
        }
    }

    /** Lets the release of a note run steps again, since something that is no note was made from it. */
    public static function hold(Run $run, int|string $own, string $method, int $port, int $ch, int $n, int $ctl, int $index): void
    {
        $key = "{$method}:{$port}:{$ch}:{$n}";
        $run->state->disown($own, $key);
        $run->state->own($own, $key, [$method, $port, $ch, $n, $ctl, $index]);
        $run->trace?->owns($own, $key);
    }

    /** Lets steps say what the release velocity of a note becomes when its owner ends it. */
    public static function shapeRelease(
        Run $run,
        int|string $own,
        int $outPort,
        int $outCh,
        int $outKey,
        string $method,
        int $port,
        int $ctl,
        int $index,
    ): void {
        $run->state->own($own, '~'.Note::of($outPort, $outCh, $outKey), [$method, $port, $outCh, $outKey, $ctl, $index]);
    }

    /**
     * Ends all that an owner began, in the order it began.
     *
     * @param int $release release velocity 0 to 127, or -1 for the form of a note-on with velocity 0
     */
    public static function end(Run $run, int $t, int|string $own, int $release = self::RELEASE_VELOCITY): void
    {
        $s = $run->state;
        $began = $s->ledger[$own] ?? [];
        unset($s->ledger[$own]);
        if (\is_int($began)) {
            $run->trace?->ends($own, $began);
            self::endNote($run, $t, $began, 1, $release);
        } else {
            self::endAll($run, $own, $t, $began, $release);
        }
        if (isset($s->voiceOf[$own]) || isset($s->fanOf[$own]) || isset($s->flatOf[$own])) {
            foreach ($run->followers as $follower) {
                $follower::ended($run, $t, $own);
            }
        }
        $run->trace?->ended($own);
    }

    /** Ends a note that was begun a number of times by one owner; it goes on while others hold it. */
    public static function endNote(Run $run, int $t, int $note, int $times, int $release): void
    {
        $s = $run->state;
        if (!isset($s->sounding[$note])) {
            return;
        }
        $s->sounding[$note] -= $times;
        if ($s->sounding[$note] > 0) {
            $run->trace?->stillHeld($note);

            return;
        }
        unset($s->sounding[$note]);
        $channel = ($note >> Note::CHANNEL) & Note::CHANNEL_BITS;
        $key = \chr(Note::key($note));
        $run->emit($t, Note::port($note), $release < 0 ? \chr(0x90 | $channel).$key."\x00" : \chr(0x80 | $channel).$key.\chr($release));
    }

    /**
     * A control has been let go: the notes that its presses made end, as much later as they began.
     */
    public static function letGo(Run $run, int $t, int $control): void
    {
        $owners = $run->state->pressed[$control];
        unset($run->state->pressed[$control]);
        foreach ($owners as $own => $laterUs) {
            if (0 === $laterUs) {
                self::end($run, $t, $own);
            } else {
                $run->later($t + $laterUs, 'letGo', [$own]);
            }
        }
    }

    /** Ends all that an owner began, after everything that is due at this time: the beginning may have been held up more than once on its way here. */
    public static function endLast(Run $run, int $t, int|string $own): void
    {
        $run->later($t, 'end', [$own, self::RELEASE_VELOCITY]);
    }

    /** An owner for what begins later; what it begins ends as much later than the present owner ends. */
    public static function laterOwner(Run $run, int|string $own, int $us): string
    {
        $later = 'd'.++$run->state->made;
        $run->state->own($own, '@'.$later, [$us]);
        $run->trace?->owns($own, '@'.$later);

        return $later;
    }

    /** Begins a note of fixed length; one that the same control began before ends first. */
    public static function gate(Run $run, string $own, int $t, int $us): void
    {
        if (isset($run->state->gates[$own])) {
            self::end($run, $t, $own);
        }
        $run->state->gates[$own] = true;
        $run->later($t + $us, 'gate', [$own], "gate {$own}");
    }

    /** The time of a gate is over. */
    public static function gateOver(Run $run, int $t, string $own): void
    {
        unset($run->state->gates[$own]);
        self::end($run, $t, $own);
    }

    /** Sounds a note for a while. */
    public static function post(Run $run, int $t, int $port, int $ch, int $n, int $v, int $lengthUs, int $rule): void
    {
        $own = Owner::posted($rule, ++$run->state->made);
        self::begin($run, $t, $port, $ch, $n, $v, $own);
        $run->later($t + $lengthUs, 'end', [$own, self::RELEASE_VELOCITY]);
    }

    /** @param Owned $began */
    private static function endAll(Run $run, int|string $own, int $t, array $began, int $release): void
    {
        foreach ($began as $key => $entry) {
            if ('~' === ((string) $key)[0]) {
                continue; // says how a note's release is shaped
            }
            $run->trace?->ends($own, $key);
            if (\is_int($entry)) {
                $shape = $began["~{$key}"] ?? null;
                self::endNote(
                    $run,
                    $t,
                    (int) $key,
                    $entry,
                    !\is_array($shape) || 6 !== \count($shape) ? $release : self::shaped($run, $shape, $t, $own, $release),
                );
            } elseif (1 === \count($entry)) {
                $run->later($t + $entry[0], 'end', [substr((string) $key, 1), $release]);
            } else {
                [$method, $port, $ch, $n, $ctl, $index] = $entry;
                $run->call($method, $t, $port, $ch, $n, 0, max(0, $release), '', $ctl, $own, $index);
            }
        }
    }

    /** @param Begun $shape */
    private static function shaped(Run $run, array $shape, int $t, int|string $own, int $release): int
    {
        [$method, $port, $ch, $n, $ctl, $index] = $shape;

        return $run->call($method, $t, $port, $ch, $n, 0, max(0, $release), '', $ctl, $own, $index);
    }
}
