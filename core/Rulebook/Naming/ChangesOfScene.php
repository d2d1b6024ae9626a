<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

/** What may be sent right before a scene begins, and right after one is left. */
final readonly class ChangesOfScene
{
    /**
     * @param non-empty-list<list<Leaving>> $before
     * @param non-empty-list<list<Leaving>> $after
     */
    public function __construct(public array $before, public array $after)
    {
    }
}
