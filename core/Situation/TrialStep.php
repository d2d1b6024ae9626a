<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

/** One step of the test run: disturb the device so that the result can be seen, do something, expect something. */
final readonly class TrialStep
{
    /** @param list<string> $uses leads, controls, receive switches and programs that have to work for it */
    public function __construct(public string $disturb, public string $do, public string $expect, public array $uses)
    {
    }
}
