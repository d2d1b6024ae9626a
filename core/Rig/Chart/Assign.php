<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** Whether the message of a control or a parameter can be chosen, and how. */
enum Assign: string
{
    case Fixed = 'fixed';
    case Menu = 'menu';
    case Editor = 'editor';
    case Learn = 'learn';
}
