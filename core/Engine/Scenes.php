<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** Changes of scene: what the old one does on leaving, what the new one does on entering. */
final class Scenes
{
    /** Changes the scene. False when there is none at that position. */
    public static function go(Engine $engine, int $scene, int $t): bool
    {
        if (!isset($engine->book->scenes()[$scene])) {
            return false;
        }
        self::run($engine, $t, $engine->state->scene, 'leave');
        $engine->state->scene = $scene;
        $engine->state->linked = [];
        $engine->forgetPlans();
        self::run($engine, $t, $scene, 'enter');

        return true;
    }

    /** @param string $when enter or leave */
    public static function run(Engine $engine, int $t, int $scene, string $when): void
    {
        $method = "{$when}_{$scene}";
        if (method_exists($engine->book, $method)) {
            $engine->call($method, $t, 0, 0, 0, 0, 0, '', 0, "{$when}{$scene}");
        }
    }
}
