<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Trial;

/** How far a step of the test run has come by what real devices played. */
final readonly class StepHeard
{
    /**
     * @param bool $hasCome whether the control was heard as it should be
     * @param bool $hasLeft whether everything has left that it should make
     * @param bool $hasAnswered whether a device has told that it did it
     * @param string|null $instead what came or left in place of it, in words
     */
    public function __construct(public bool $hasCome, public bool $hasLeft, public bool $hasAnswered, public ?string $instead)
    {
    }
}
