<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Learn;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Document\Song;
use ZigzagPost\Core\Rig\Index\ProgramNames;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\Reference;

/** Everything that rules of a rig can do. */
final class Targets
{
    private const MOST_PROGRAMS = 128;

    /** @return list<LearnTarget> of the units that something leads to, then scenes, clocks and stacks */
    public static function of(RigAnalysis $analysis): array
    {
        $reached = [];
        foreach ($analysis->streams() as $stream) {
            foreach ($stream->box->isPost() ? $stream->listeners : [] as $listener) {
                $reached[$listener->box->name] = $listener->box;
            }
        }
        $targets = [];
        foreach ($reached as $box) {
            array_push($targets, ...self::ofUnit($box));
        }

        return [...$targets, ...self::ofRules($analysis->checked()->written), ...self::ofSongs($analysis->setup->rig->show?->order() ?? [])];
    }

    /** @return list<LearnTarget> */
    private static function ofUnit(Device $box): array
    {
        $targets = [];
        $programs = $box->chart->programs;
        if (null !== $programs) {
            foreach (ProgramNames::names($box, $programs) as $ordinal => $name) {
                $targets[] = new LearnTarget(LearnTarget::PROGRAM, $box->name, $name, "{$box->label()}: program {$programs->label($ordinal)}, {$name}");
            }
            for ($ordinal = 0; null !== $programs->shown && $ordinal < min($programs->count, self::MOST_PROGRAMS); ++$ordinal) {
                $targets[] = new LearnTarget(
                    LearnTarget::PROGRAM,
                    $box->name,
                    $programs->label($ordinal),
                    "{$box->label()}: program {$programs->label($ordinal)}",
                );
            }
        }
        foreach ($box->chart->parameters ?? [] as $parameter) {
            if (Reach::Midi === $parameter->reach) {
                $targets[] = new LearnTarget(LearnTarget::PARAMETER, $box->name, $parameter->name, "{$box->label()}: {$parameter->name}");
            }
        }
        if (null !== $box->chart->keys) {
            $targets[] = new LearnTarget(LearnTarget::PLAY, $box->name, '', "{$box->label()}: play its keys");
        }

        return $targets;
    }

    /** @return list<LearnTarget> */
    private static function ofRules(Rulebook $book): array
    {
        $targets = [];
        foreach ($book->scenes as $scene) {
            $targets[] = new LearnTarget(LearnTarget::SCENE, null, $scene->title, "Scene: {$scene->title}");
        }
        foreach (\count($book->scenes) > 1 ? ['next', 'previous'] : [] as $step) {
            $targets[] = new LearnTarget(LearnTarget::GO, null, $step, "Scene: the {$step} one");
        }
        foreach ($book->declared(Reference::CLOCK) as $clock) {
            array_push(
                $targets,
                new LearnTarget(LearnTarget::TAP, null, $clock, "Clock {$clock}: tap the tempo"),
                new LearnTarget(LearnTarget::START, null, $clock, "Clock {$clock}: start"),
                new LearnTarget(LearnTarget::STOP, null, $clock, "Clock {$clock}: stop"),
            );
        }
        foreach ($book->declared(Reference::STACK) as $stack) {
            $targets[] = new LearnTarget(LearnTarget::STACK, null, $stack, "Stack: {$stack}");
        }

        return $targets;
    }

    /**
     * @param list<Song> $songs of the set list that is loaded
     *
     * @return list<LearnTarget>
     */
    private static function ofSongs(array $songs): array
    {
        $targets = [];
        foreach (\count($songs) > 1 ? ['next', 'previous'] : [] as $step) {
            $targets[] = new LearnTarget(LearnTarget::GO, null, "{$step} song", "Song: the {$step} one");
        }
        foreach ($songs as $place => $song) {
            $number = $place + 1;
            $targets[] = new LearnTarget(LearnTarget::GO, null, "song {$number}", "Song {$number} of the set list: {$song->title}");
        }

        return $targets;
    }
}
