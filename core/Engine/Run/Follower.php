<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Run;

/** Keeps account of notes beyond their owner, and wants to know when they end. */
interface Follower
{
    /** The notes of an owner have ended. */
    public static function ended(Run $run, int $t, int|string $own): void;
}
