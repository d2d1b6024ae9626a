<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine;

use ZigzagPost\Core\Engine\Controls\Gestures;
use ZigzagPost\Core\Engine\Controls\Groups;
use ZigzagPost\Core\Engine\Controls\Restore;
use ZigzagPost\Core\Engine\Controls\Thinning;
use ZigzagPost\Core\Engine\Notes\Notes;
use ZigzagPost\Core\Engine\Run\Run;
use ZigzagPost\Core\Engine\Time\Clocks;
use ZigzagPost\Core\Engine\Time\ExtraClocks;

/** What the names of things due later stand for; each is called with the run, the time, and what was put in with it. */
final class Due
{
    private const DOES = [
        'end' => [Notes::class, 'end'],
        'letGo' => [Notes::class, 'endLast'],
        'gate' => [Notes::class, 'gateOver'],
        'group' => [Groups::class, 'alarm'],
        'held' => [Gestures::class, 'held'],
        'twice' => [Gestures::class, 'once'],
        'thin' => [Thinning::class, 'over'],
        'tick' => [Clocks::class, 'tick'],
        'pulse' => [Clocks::class, 'pulse'],
        'tap' => [Clocks::class, 'press'],
        'lamps' => [Restore::class, 'lampsLast'],
        'extra' => [ExtraClocks::class, 'due'],
    ];

    /** @param list<mixed> $arguments */
    public static function run(Run $run, int $t, string $do, array $arguments): void
    {
        if ('call' === $do) {
            $run->callLater($t, $arguments);
        } else {
            /** @var callable(Run, int, mixed...): void $does */
            $does = self::DOES[$do];
            $does($run, $t, ...$arguments);
        }
    }
}
