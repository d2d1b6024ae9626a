<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding\Subject;

/** The plan of channels and numbers. */
final readonly class WholePlan implements Subject
{
    public function words(): string
    {
        return 'plan';
    }
}
