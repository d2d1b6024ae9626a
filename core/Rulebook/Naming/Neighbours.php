<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

/** What is sent right before a stack or scene change, and right after it, as if both were one. */
final readonly class Neighbours
{
    /**
     * @param list<Leaving> $before
     * @param list<Leaving> $after
     */
    public function __construct(public array $before = [], public array $after = [])
    {
    }

    /**
     * @param non-empty-list<list<Leaving>> $each
     *
     * @return non-empty-list<self>
     */
    public static function before(array $each): array
    {
        return array_map(static fn (array $before): self => new self($before), $each);
    }

    /**
     * @param non-empty-list<list<Leaving>> $each
     *
     * @return non-empty-list<self>
     */
    public static function after(array $each): array
    {
        return array_map(static fn (array $after): self => new self([], $after), $each);
    }
}
