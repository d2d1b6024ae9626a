<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

/** A step that can wait until a control meets the value that it is to move. */
interface TakesOver
{
    public const TAKEOVERS = ['jump', 'pickup', 'scaled'];

    /** jump, pickup or scaled; null where the step moves nothing along. */
    public function takeover(): ?string;

    /** The step with another takeover, as it is written. */
    public function printWith(string $takeover): string;
}
