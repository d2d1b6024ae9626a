<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a program that is none of the numbered ones means. */
enum SpecialMeaning: string
{
    case Live = 'live';
    case Favourite = 'favourite';
    case Bypass = 'bypass';
    case Other = 'other';
}
