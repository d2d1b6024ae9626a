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
        $channel = 0 === $channel ? $ch : $channel;
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
     * Where the notes of an incoming channel sound now.
     *
     * @return list<array{int, int}> port and channel
     */
    public static function channelsOf(State $state, string $step, int $inPort, int $inChannel): array
    {
        $channels = [];
        foreach ($state->voices[$step] ?? [] as [$note, , $isOn, , $port, $channel]) {
            if ($isOn && $port === $inPort && $channel === $inChannel) {
                $channels[] = [$note >> 11, ($note >> 7 & 0x0F) + 1];
            }
        }

        return $channels;
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
