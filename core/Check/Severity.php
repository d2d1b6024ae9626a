<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Check;

enum Severity: string
{
    /** The rulebook does not run. */
    case Error = 'error';
    /** It runs, and does something that was hardly meant. */
    case Warning = 'warning';
    /** Worth a look. */
    case Hint = 'hint';
}
