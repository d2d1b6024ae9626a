<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

use ZigzagPost\Core\Rulebook\Stack;
use ZigzagPost\Core\Rulebook\Step\Step;

/** A stack that does itself, and the step that closes the circle. */
final readonly class StackCircle
{
    public function __construct(public Stack $stack, public Step $step)
    {
    }
}
