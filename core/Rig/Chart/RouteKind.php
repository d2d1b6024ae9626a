<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** How a device passes messages on. */
enum RouteKind: string
{
    case Hardware = 'hardware';
    case Message = 'message';
}
