<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/**
 * Who ends which note (laws 1 and 2). Whoever begins a note owns it: a held key, a latch, a made note's control, a gate.
 *
 * The ledger of {@see State} holds what each owner began; a note that several began ends with the last of them.
 */
final class Notes
{
    /** Release velocity of note-offs that the engine makes itself (MIDI 1.0, "Note Off": 64 when not velocity sensitive). */
    public const RELEASE_VELOCITY = 64;
    /** Least value of a press; below it a control is let go. */
    public const LEAST_PRESS = 64;

    /** Begins a note at an out port; its owner will end it. */
    public static function begin(Engine $engine, int $t, int $port, int $ch, int $n, int $v, int|string $own): void
    {
        $s = $engine->state;
        $note = $port << 11 | ($ch - 1) << 7 | $n;
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
        $engine->out[] = [$t, $port, $bytes];
        if (null !== $engine->trace) {
            $engine->trace->owns($own, $note);
            $engine->trace->out($t, $port, $bytes);
        }
    }

    /** Lets the release of a note run steps again, since something that is no note was made from it. */
    public static function hold(Engine $engine, int|string $own, string $method, int $port, int $ch, int $n, int $ctl): void
    {
        $key = "{$method}:{$port}:{$ch}:{$n}";
        $engine->state->disown($own, $key);
        $engine->state->own($own, $key, [$method, $port, $ch, $n, $ctl]);
        $engine->trace?->owns($own, $key);
    }

    /** Lets steps say what the release velocity of a note becomes when its owner ends it. */
    public static function shapeRelease(Engine $engine, int|string $own, int $outPort, int $outCh, int $outKey, string $method, int $port, int $ctl): void
    {
        $engine->state->own($own, '~'.State::note($outPort, $outCh, $outKey), [$method, $port, $outCh, $outKey, $ctl]);
    }

    /**
     * Ends all that an owner began, in the order it began.
     *
     * @param int $release release velocity 0 to 127, or -1 for the form of a note-on with velocity 0
     */
    public static function end(Engine $engine, int $t, int|string $own, int $release = self::RELEASE_VELOCITY): void
    {
        $s = $engine->state;
        $began = $s->ledger[$own] ?? [];
        unset($s->ledger[$own]);
        if (\is_int($began)) {
            $engine->trace?->ends($own, $began);
            self::endNote($engine, $t, $began, 1, $release);
        } else {
            self::endAll($engine, $own, $t, $began, $release);
        }
        if (isset($s->voiceOf[$own])) {
            Voices::ended($s, $own);
        }
        if (isset($s->fanOf[$own])) {
            FanOut::ended($s, $own);
        }
        if (isset($s->flatOf[$own])) {
            Flatten::ended($engine, $own, $t);
        }
        $engine->trace?->ended($own);
    }

    /** Ends a note that was begun a number of times by one owner; it goes on while others hold it. */
    public static function endNote(Engine $engine, int $t, int $note, int $times, int $release): void
    {
        $s = $engine->state;
        if (!isset($s->sounding[$note])) {
            return;
        }
        $s->sounding[$note] -= $times;
        if ($s->sounding[$note] > 0) {
            $engine->trace?->stillHeld($note);

            return;
        }
        unset($s->sounding[$note]);
        $channel = $note >> 7 & 0x0F;
        $key = \chr($note & 0x7F);
        $engine->emit($t, $note >> 11, $release < 0 ? \chr(0x90 | $channel).$key."\x00" : \chr(0x80 | $channel).$key.\chr($release));
    }

    /**
     * A control has been let go: the notes that its presses made end, as much later as they began.
     */
    public static function letGo(Engine $engine, int $t, int $control): void
    {
        $owners = $engine->state->pressed[$control];
        unset($engine->state->pressed[$control]);
        foreach ($owners as $own => $laterUs) {
            if (0 === $laterUs) {
                self::end($engine, $t, $own);
            } else {
                $engine->later($t + $laterUs, 'end', [$own, self::RELEASE_VELOCITY]);
            }
        }
    }

    /** An owner for what begins later; what it begins ends as much later than the present owner ends. */
    public static function laterOwner(Engine $engine, int|string $own, int $us): string
    {
        $later = 'd'.++$engine->state->made;
        $engine->state->own($own, '@'.$later, [$us]);
        $engine->trace?->owns($own, '@'.$later);

        return $later;
    }

    /** Begins a note of fixed length; one that the same control began before ends first. */
    public static function gate(Engine $engine, string $own, int $t, int $us): void
    {
        if (isset($engine->state->gates[$own])) {
            self::end($engine, $t, $own);
        }
        $engine->state->gates[$own] = true;
        $engine->later($t + $us, 'gate', [$own], "gate {$own}");
    }

    /** The time of a gate is over. */
    public static function gateOver(Engine $engine, int $t, string $own): void
    {
        unset($engine->state->gates[$own]);
        self::end($engine, $t, $own);
    }

    /** Sounds a note for a while. */
    public static function post(Engine $engine, int $t, int $port, int $ch, int $n, int $v, int $lengthUs): void
    {
        $own = 'p'.++$engine->state->made;
        self::begin($engine, $t, $port, $ch, $n, $v, $own);
        $engine->later($t + $lengthUs, 'end', [$own, self::RELEASE_VELOCITY]);
    }

    /** @param array<int|string, int|array{string, int, int, int, int}|array{int}> $began */
    private static function endAll(Engine $engine, int|string $own, int $t, array $began, int $release): void
    {
        foreach ($began as $key => $entry) {
            if ('~' === ((string) $key)[0]) {
                continue; // says how a note's release is shaped
            }
            $engine->trace?->ends($own, $key);
            if (\is_int($entry)) {
                $shape = $began["~{$key}"] ?? null;
                self::endNote($engine, $t, (int) $key, $entry, !\is_array($shape) || 5 !== \count($shape) ? $release : self::shaped($engine, $shape, $t, $own, $release));
            } elseif (1 === \count($entry)) {
                $engine->later($t + $entry[0], 'end', [substr((string) $key, 1), $release]);
            } else {
                [$method, $port, $ch, $n, $ctl] = $entry;
                $engine->call($method, $t, $port, $ch, $n, 0, max(0, $release), '', $ctl, $own);
            }
        }
    }

    /** @param array{string, int, int, int, int} $shape */
    private static function shaped(Engine $engine, array $shape, int $t, int|string $own, int $release): int
    {
        [$method, $port, $ch, $n, $ctl] = $shape;

        return $engine->call($method, $t, $port, $ch, $n, 0, max(0, $release), '', $ctl, $own);
    }
}
