<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Scenes;

use ZigzagPost\Core\Engine\Controls\Gestures;
use ZigzagPost\Core\Engine\Run\Run;

/** Changes of scene: what the old one does on leaving, what the new one does on entering. */
final class Scenes
{
    /** Changes the scene. False when there is none at that position. */
    public static function go(Run $run, int $scene, int $t): bool
    {
        if (!isset($run->book->scenes()[$scene])) {
            return false;
        }
        Gestures::end($run);
        self::run($run, $t, $run->state->scene, 'leave');
        $run->state->scene = $scene;
        $run->state->linked = [];
        $run->inPorts->forgetPlans();
        self::run($run, $t, $scene, 'enter');

        return true;
    }

    /** Begins a song of the set list with its first scene; one without scenes leaves the scene as it is. False when there is none at that position. */
    public static function goToSong(Run $run, int $song, int $t): bool
    {
        $first = $run->book->songs()[$song] ?? null;
        if (null === $first) {
            return false;
        }
        $run->state->song = $song;
        if ($first >= 0) {
            self::go($run, $first, $t);
        }

        return true;
    }

    /** @param string $when enter or leave */
    public static function run(Run $run, int $t, int $scene, string $when): void
    {
        $method = "{$when}_{$scene}";
        if (method_exists($run->book, $method)) {
            $run->call($method, $t, 0, 0, 0, 0, 0, '', 0, "{$when}{$scene}");
        }
    }
}
