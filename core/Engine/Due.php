<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

/** What the names of things due later stand for; each is called with the engine, the time, and what was put in with it. */
final class Due
{
    private const DOES = [
        'end' => [Notes::class, 'end'],
        'gate' => [Notes::class, 'gateOver'],
        'group' => [Groups::class, 'alarm'],
        'thin' => [Thinning::class, 'over'],
        'tick' => [Clocks::class, 'tick'],
        'pulse' => [Clocks::class, 'pulse'],
        'tap' => [Clocks::class, 'press'],
        'extra' => [ExtraClocks::class, 'due'],
    ];

    /** @param list<mixed> $arguments */
    public static function run(Engine $engine, int $t, string $do, array $arguments): void
    {
        if ('call' === $do) {
            $engine->callLater($t, $arguments);
        } else {
            /** @var callable(Engine, int, mixed...): void $does */
            $does = self::DOES[$do];
            $does($engine, $t, ...$arguments);
        }
    }
}
