<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Whether a connector goes into another (male) or takes it (female). */
enum Gender: string
{
    case Male = 'male';
    case Female = 'female';
}
