<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What a parameter changes its meaning with. */
enum DependsOn: string
{
    case Page = 'page';
    case Program = 'program';
}
