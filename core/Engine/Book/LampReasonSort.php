<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** What decides whether a lamp is lit. */
enum LampReasonSort
{
    /** Which member of a group is chosen. */
    case Group;
    /** Whether a toggle is on. */
    case Toggle;
    /** Which of two values a parameter is nearer to. */
    case Other;
    /** Which scene it is. */
    case Scene;
}
