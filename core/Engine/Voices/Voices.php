<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Voices;

use ZigzagPost\Core\Engine\Mpe\PerNote;
use ZigzagPost\Core\Engine\Mpe\Zones;
use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\Run\Follower;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\State\ControlAddress;
use ZigzagPost\Core\Engine\State\Note;
use ZigzagPost\Core\Engine\State\State;

/**
 * Deals notes out among voices.
 *
 * A voice becomes free when its note ends while the sustain pedal of its channel is up, or else when that pedal comes up.
 * What each voice does is kept as plain data: note, owner, whether it is free, sounds or is held by the pedal, the order in
 * which it began, and the incoming port and channel.
 *
 * @phpstan-import-type Two from State
 * @phpstan-import-type Slot from State
 */
final class Voices implements Follower
{
    /** What the out port of expressions that follow spread notes is called by. */
    public const PLACE = 'port ';

    private const FREE = 0;
    private const SOUNDS = 1;
    private const HELD = 2;
    private const LEAST_PEDAL = 64;

    /**
     * Begins a note on a voice; false when none is free and none may be stolen.
     *
     * @param list<Two> $voices port and channel (0 for the message's own) of each voice
     */
    public static function noteOn(
        Run $run,
        string $step,
        array $voices,
        bool $fill,
        bool $steal,
        int $t,
        int $inPort,
        int $ch,
        int $n,
        int $v,
        int|string $own,
        int $control,
    ): bool {
        $state = $run->state;
        $slots = &$state->voices[$step];
        $slots ??= [];
        $count = \count($voices);
        $first = $fill ? 0 : (($state->lastVoice[$step] ?? -1) + 1) % $count;
        $chosen = null;
        for ($i = 0; $i < $count; ++$i) {
            $voice = ($first + $i) % $count;
            if (self::FREE === ($slots[$voice][2] ?? self::FREE)) {
                $chosen = $voice;
                break;
            }
        }
        if (null === $chosen) {
            if (!$steal) {
                return false;
            }
            $chosen = self::oldest($slots);
            self::steal($run, $slots[$chosen], $t);
        }
        [$port, $channel] = $voices[$chosen];
        if (0 === $channel) {
            $channel = $ch;
        } else {
            self::express($run, $t, $port, $channel, $inPort, $control);
        }
        $state->lastVoice[$step] = $chosen;
        $slots[$chosen] = [Note::of($port, $channel, $n), $own, self::SOUNDS, ++$state->made, $inPort, ControlAddress::channel($control)];
        $state->voiceOf[$own][] = [$step, $chosen];
        $run->trace?->takesVoice($chosen + 1);
        Notes::begin($run, $t, $port, $channel, $n, $v, $own);

        return true;
    }

    /** Notes of an owner have ended: their voices will be free. */
    public static function ended(Run $run, int $t, int|string $own): void
    {
        $state = $run->state;
        foreach ($state->voiceOf[$own] ?? [] as [$step, $voice]) {
            $slot = $state->voices[$step][$voice] ?? null;
            if (null !== $slot && $slot[1] === $own) {
                $slot[2] = $state->pedals[Note::placeOf($slot[0])] ?? false ? self::HELD : self::FREE;
                $state->voices[$step][$voice] = $slot;
            }
        }
        unset($state->voiceOf[$own]);
    }

    /** A sustain pedal moves on a channel of an out port: when it comes up, the voices that it held are free. */
    public static function pedal(State $state, int $port, int $channel, int $value): void
    {
        $place = Note::place($port, $channel);
        $state->pedals[$place] = $value >= self::LEAST_PEDAL;
        if ($state->pedals[$place]) {
            return;
        }
        foreach ($state->voices as $step => $slots) {
            foreach ($slots as $voice => $slot) {
                if (self::HELD === $slot[2] && $slot[0] >> Note::CHANNEL === $place) {
                    $slot[2] = self::FREE;
                    $state->voices[$step][$voice] = $slot;
                }
            }
        }
    }

    /** Key pressure goes where its key sounds at an out port; false when it sounds nowhere there. */
    public static function keyPressure(Run $run, ?string $step, int $t, int $port, int $inPort, int $control, int $key, int $value): bool
    {
        $isHeard = false;
        foreach (null === $step ? $run->state->voices : [$run->state->voices[$step] ?? []] as $slots) {
            foreach ($slots as [$note, , $is, , $from, $channel]) {
                if (
                    self::SOUNDS === $is
                    && $from === $inPort
                    && $channel === ControlAddress::channel($control)
                    && Note::key($note) === $key
                    && Note::port($note) === $port
                ) {
                    $run->emit($t, $port, \chr(0x9F + Note::channel($note)).\chr($key).\chr($value));
                    $isHeard = true;
                }
            }
        }

        return $isHeard;
    }

    /**
     * What belongs to the notes of an incoming member channel goes to the channels where they sound, and to its later notes;
     * false when none sounds now.
     *
     * @param string|null $step the step that dealt the notes out; null for any
     */
    public static function toNotes(Run $run, ?string $step, int $t, int $port, int $inPort, int $control, int $kind, int $value): bool
    {
        $part = PerNote::part($kind);
        $inChannel = ControlAddress::channel($control);
        PerNote::keep($run->state, self::place($port), $inPort, $inChannel, $part, $value);
        $channels = self::channelsOf($run->state, $step, $port, $inPort, $inChannel);
        foreach ($channels as $channel) {
            $run->state->expressed[Note::place($port, $channel)] ??= PerNote::NEUTRAL;
            $run->state->expressed[Note::place($port, $channel)][$part] = $value;
            PerNote::send($run, $t, $port, $channel, $part, $value);
        }

        return [] !== $channels;
    }

    /**
     * Where at an out port the notes of an incoming channel sound now.
     *
     * @param string|null $step the step that dealt them out; null for any
     *
     * @return list<int> channels, 1 to 16
     */
    private static function channelsOf(State $state, ?string $step, int $outPort, int $inPort, int $inChannel): array
    {
        $channels = [];
        foreach (null === $step ? $state->voices : [$state->voices[$step] ?? []] as $slots) {
            foreach ($slots as [$note, , $is, , $port, $channel]) {
                if (self::SOUNDS === $is && $port === $inPort && $channel === $inChannel && Note::port($note) === $outPort) {
                    $channels[] = Note::channel($note);
                }
            }
        }

        return array_values(array_unique($channels));
    }

    /** A note of a member channel brings its own bend, pressure and timbre to a channel that another one had before. */
    private static function express(Run $run, int $t, int $port, int $channel, int $inPort, int $control): void
    {
        if (Zones::isOfMember($run->state, $inPort, $control)) {
            $wanted = PerNote::ofNote($run->state, self::place($port), $inPort, $control);
            PerNote::prepare($run, $t, $port, $channel, $run->state->expressed[Note::place($port, $channel)] ?? PerNote::NEUTRAL, $wanted);
            $run->state->expressed[Note::place($port, $channel)] = $wanted;
        }
    }

    private static function place(int $port): string
    {
        return self::PLACE.$port;
    }

    /** @param array<int, Slot> $slots */
    private static function oldest(array $slots): int
    {
        $began = array_column($slots, 3);
        $voices = array_keys($slots);
        array_multisort($began, $voices);

        return $voices[0];
    }

    /** @param Slot $slot */
    private static function steal(Run $run, array $slot, int $t): void
    {
        [$note, $own, $is] = $slot;
        if (self::SOUNDS !== $is) {
            return; // it has ended and is only held by the pedal
        }
        $entry = $run->state->owned($own)[$note] ?? 0;
        if (\is_int($entry) && $entry > 1) {
            $run->state->own($own, $note, $entry - 1);
        } else {
            $run->state->disown($own, $note);
        }
        $run->trace?->makesWay();
        Notes::endNote($run, $t, $note, 1, Notes::RELEASE_VELOCITY);
        $run->trace?->forgetRemark();
    }
}
