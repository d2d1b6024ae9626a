<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Step;

/** What a step does when the release of a note runs the steps again. */
enum OnRelease
{
    case Acts;
    case Skipped;
    /** Releases go no further. */
    case Ends;
}
