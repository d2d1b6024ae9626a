<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** The gesture that a rule is for. */
final readonly class GestureRoute
{
    /**
     * @param string $gesture short, held or twice
     * @param int $timeUs in microseconds; 0 where it has none
     * @param string $method to run when it happens
     */
    public function __construct(public string $gesture, public int $timeUs, public string $method)
    {
    }
}
