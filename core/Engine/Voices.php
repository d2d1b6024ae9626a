<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/**
 * Deals notes out among voices.
 *
 * A voice is free when its note has ended and the sustain pedal of its channel is up. What each voice does is kept as
 * plain data: note, owner, whether the note goes on, the order in which it began, and the incoming port and channel.
 */
final class Voices
{
    /**
     * Begins a note on a voice; false when none is free and none may be stolen.
     *
     * @param list<array{int, int}> $voices port and channel (0 for the message's own) of each voice
     */
    public static function noteOn(Engine $engine, string $step, array $voices, bool $fill, bool $steal, int $t, int $inPort, int $ch, int $n, int $v, int|string $own, int $control): bool
    {
        $state = $engine->state;
        $slots = &$state->voices[$step];
        $slots ??= [];
        $count = \count($voices);
        $first = $fill ? 0 : (($state->lastVoice[$step] ?? -1) + 1) % $count;
        $chosen = null;
        for ($i = 0; $i < $count; ++$i) {
            $voice = ($first + $i) % $count;
            if (self::isFree($state, $slots[$voice] ?? null)) {
                $chosen = $voice;
                break;
            }
        }
        if (null === $chosen) {
            if (!$steal) {
                return false;
            }
            $chosen = self::oldest($slots);
            self::steal($engine, $slots[$chosen], $t);
        }
        [$port, $channel] = $voices[$chosen];
        if (0 === $channel) {
            $channel = $ch;
        } else {
            self::express($engine, $t, $port, $channel, $inPort, $control);
        }
        $state->lastVoice[$step] = $chosen;
        $slots[$chosen] = [State::note($port, $channel, $n), $own, true, ++$state->made, $inPort, $control >> 14 & 31];
        $state->voiceOf[$own][] = [$step, $chosen];
        $engine->trace?->remark('voice '.($chosen + 1));
        Notes::begin($engine, $t, $port, $channel, $n, $v, $own);

        return true;
    }

    /** Notes of an owner have ended: their voices will be free. */
    public static function ended(State $state, int|string $own): void
    {
        foreach ($state->voiceOf[$own] ?? [] as [$step, $voice]) {
            if (($state->voices[$step][$voice][1] ?? null) === $own) {
                $state->voices[$step][$voice][2] = false;
            }
        }
        unset($state->voiceOf[$own]);
    }

    /**
     * What belongs to the notes of an incoming member channel goes to the channels where they sound, and to its later notes;
     * false when none sounds now.
     *
     * @param string|null $step the step that dealt the notes out; null for any
     */
    public static function follow(Engine $engine, ?string $step, int $t, int $port, int $inPort, int $control, int $kind, int $value): bool
    {
        $part = Expressions::part($kind);
        $inChannel = $control >> 14 & 31;
        Expressions::keep($engine->state, self::place($port), $inPort, $inChannel, $part, $value);
        $channels = self::channelsOf($engine->state, $step, $port, $inPort, $inChannel);
        foreach ($channels as $channel) {
            $engine->state->expressed[$port << 5 | $channel] ??= Expressions::NEUTRAL;
            $engine->state->expressed[$port << 5 | $channel][$part] = $value;
            Expressions::send($engine, $t, $port, $channel, $part, $value);
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
            foreach ($slots as [$note, , $isOn, , $port, $channel]) {
                if ($isOn && $port === $inPort && $channel === $inChannel && $note >> 11 === $outPort) {
                    $channels[] = ($note >> 7 & 0x0F) + 1;
                }
            }
        }

        return array_values(array_unique($channels));
    }

    /** A note of a member channel brings its own bend, pressure and timbre to a channel that another one had before. */
    private static function express(Engine $engine, int $t, int $port, int $channel, int $inPort, int $control): void
    {
        if (Zones::isOfMember($engine->state, $inPort, $control)) {
            $wanted = Expressions::ofNote($engine->state, self::place($port), $inPort, $control);
            Expressions::prepare($engine, $t, $port, $channel, $engine->state->expressed[$port << 5 | $channel] ?? Expressions::NEUTRAL, $wanted);
            $engine->state->expressed[$port << 5 | $channel] = $wanted;
        }
    }

    private static function place(int $port): string
    {
        return "port {$port}";
    }

    /** @param array{int, int|string, bool, int, int, int}|null $slot */
    private static function isFree(State $state, ?array $slot): bool
    {
        return null === $slot || (!$slot[2] && !($state->pedals[$slot[0] >> 7] ?? false));
    }

    /** @param array<int, array{int, int|string, bool, int, int, int}> $slots */
    private static function oldest(array $slots): int
    {
        $began = array_column($slots, 3);
        $voices = array_keys($slots);
        array_multisort($began, $voices);

        return $voices[0];
    }

    /** @param array{int, int|string, bool, int, int, int} $slot */
    private static function steal(Engine $engine, array $slot, int $t): void
    {
        [$note, $own, $isOn] = $slot;
        if (!$isOn) {
            return; // it has ended and is only held by the pedal
        }
        $entry = $engine->state->owned($own)[$note] ?? 0;
        if (\is_int($entry) && $entry > 1) {
            $engine->state->own($own, $note, $entry - 1);
        } else {
            $engine->state->disown($own, $note);
        }
        $engine->trace?->remark('makes way');
        Notes::endNote($engine, $t, $note, 1, Notes::RELEASE_VELOCITY);
        $engine->trace?->remark(null);
    }
}
