<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Change;

use ZigzagPost\Core\Engine\State\FlatKey;
use ZigzagPost\Core\Engine\State\Places;
use ZigzagPost\Core\Engine\State\State;
use ZigzagPost\Core\Engine\Voices\Voices;

/** What `spread`, `flatten` and `fan out` know of notes that sound, carried over where their step reads the same as before. */
final class Dealt
{
    /** @param array<int|string, int|string> $owners new names of the owners whose notes sound on */
    public static function keep(State $from, State $to, Places $places, array $owners): void
    {
        self::voices($from, $to, $places, $owners);
        self::flats($from, $to, $places, $owners);
        self::fans($from, $to, $places, $owners);
        self::expressions($from, $to, $places);
    }

    /** @param array<int|string, int|string> $owners */
    private static function voices(State $from, State $to, Places $places, array $owners): void
    {
        foreach ($from->voices as $step => $slots) {
            $new = $places->sameStep((string) $step);
            foreach (null === $new ? [] : $slots as $voice => [$note, $own, $is, $began, $inPort, $channel]) {
                $note = $places->note($note);
                $inPort = $places->ports[$inPort] ?? null;
                if (null !== $note && null !== $inPort) {
                    $to->voices[$new][$voice] = [$note, $owners[$own] ?? $own, $is, $began, $inPort, $channel];
                }
            }
            if (null !== $new && isset($from->lastVoice[$step])) {
                $to->lastVoice[$new] = $from->lastVoice[$step];
            }
        }
        foreach ($from->voiceOf as $own => $all) {
            foreach (isset($owners[$own]) ? $all : [] as [$step, $voice]) {
                $new = $places->sameStep($step);
                if (null !== $new) {
                    $to->voiceOf[$owners[$own]][] = [$new, $voice];
                }
            }
        }
    }

    /** @param array<int|string, int|string> $owners */
    private static function flats(State $from, State $to, Places $places, array $owners): void
    {
        foreach ($from->flats as $id => $flat) {
            $new = self::flat((string) $id, $places);
            if (null === $new) {
                continue;
            }
            $notes = [];
            foreach ($flat['notes'] as $own => $note) {
                if (isset($owners[$own])) {
                    $notes[$owners[$own]] = $note;
                }
            }
            $counts = null === $flat['counts'] ? null : ($owners[$flat['counts']] ?? null);
            $to->flats[$new] = ['notes' => $notes, 'counts' => $counts] + $flat;
        }
        foreach ($from->flatOf as $own => $all) {
            foreach (isset($owners[$own]) ? $all : [] as [$step, $id, $port, $control]) {
                [$flat, $control] = [self::flat((string) $id, $places), $places->control($control)];
                if (null !== $flat && null !== $control) {
                    $to->flatOf[$owners[$own]][] = [(string) $places->sameStep($step), $flat, $places->ports[$port], $control];
                }
            }
        }
    }

    private static function flat(string $id, Places $places): ?string
    {
        $was = FlatKey::read($id);
        $step = $places->sameStep($was->step);
        $port = $places->ports[$was->port] ?? null;

        return null === $step || null === $port ? null : FlatKey::of($step, $port, $was->side);
    }

    /** @param array<int|string, int|string> $owners */
    private static function fans(State $from, State $to, Places $places, array $owners): void
    {
        foreach ($from->fans as $step => $channels) {
            $new = $places->sameStep((string) $step);
            foreach (null === $new ? [] : $channels as $channel => $each) {
                $notes = [];
                foreach ($each['notes'] as [$own, $inPort, $ch, $key, $inChannel]) {
                    if (isset($owners[$own], $places->ports[$inPort])) {
                        $notes[] = [$owners[$own], $places->ports[$inPort], $ch, $key, $inChannel];
                    }
                }
                $to->fans[$new][$channel] = ['notes' => $notes] + $each;
            }
        }
        foreach ($from->fanOf as $own => $steps) {
            $same = isset($owners[$own]) ? array_filter(array_map($places->sameStep(...), $steps), \is_string(...)) : [];
            if ([] !== $same) {
                $to->fanOf[$owners[$own]] = array_values($same);
            }
        }
    }

    private static function expressions(State $from, State $to, Places $places): void
    {
        foreach ($from->expressions as $place => $all) {
            $isPort = str_starts_with((string) $place, Voices::PLACE);
            $port = $isPort ? $places->ports[(int) substr((string) $place, \strlen(Voices::PLACE))] ?? null : null;
            $new = $isPort ? (null === $port ? null : Voices::PLACE.$port) : $places->sameStep((string) $place);
            foreach (null === $new ? [] : $all as $at => $expression) {
                $newAt = $places->place($at);
                if (null !== $newAt) {
                    $to->expressions[$new][$newAt] = $expression;
                }
            }
        }
    }
}
