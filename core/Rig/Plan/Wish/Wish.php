<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan\Wish;

/** Something that a plan has to bring about: that messages arrive, or that they do not. */
final readonly class Wish
{
    /**
     * @param list<list<int>> $ways what has to be so on each way, by number; one way that is open is enough to arrive
     * @param bool $isOut whether all ways have to be shut
     * @param list<int> $variables those on which it depends
     * @param list<string> $units whom it is about
     * @param string|null $words why somebody wishes it; null for what merely has to stay as it is
     */
    public function __construct(public array $ways, public bool $isOut, public array $variables, public array $units, public ?string $words = null)
    {
    }
}
