<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

/** What far ends heard of a run, and how often its player was killed. */
final readonly class PlayedRun
{
    /** @param array<int, list<string>> $heard messages, by out port */
    public function __construct(public array $heard, public int $kills, public Surroundings $live)
    {
    }
}
