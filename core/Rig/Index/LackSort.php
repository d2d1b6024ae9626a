<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

/** What stands in the way of naming something of a unit in rules; the value is the code of the finding. */
enum LackSort: string
{
    case Control = 'unknown-control';
    case Fact = 'unknown-fact';
    case Hand = 'hand-only';
    case Part = 'unknown-part';
    case Program = 'unknown-program';
    case Way = 'no-way';
    case Zone = 'needs-fan-out';
}
