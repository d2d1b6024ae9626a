<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** The scene that puts everything right by itself. */
final readonly class Righted
{
    /**
     * @param float|null $afterS seconds from the beginning of the scene in which it went wrong, in the times of the set list; null where these
     *     are not known
     */
    public function __construct(public string $scene, public ?float $afterS)
    {
    }
}
