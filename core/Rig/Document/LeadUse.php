<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Document;

/** What a lead is there for. Only over leads to play does one unit play another. */
enum LeadUse: string
{
    case Play = 'play';
    case Edit = 'edit';
    case Listen = 'listen';
    case Power = 'power';
}
