<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** What a line of the log is about. */
enum Evening: string
{
    case Performance = 'performance';
    case Rehearsal = 'rehearsal';
}
