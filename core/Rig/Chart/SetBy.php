<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** What is done to make a setting. */
enum SetBy: string
{
    case Menu = 'menu';
    case Gesture = 'gesture';
    case Jumper = 'jumper';
    case Learn = 'learn';
    case Parameter = 'parameter';
    case Editor = 'editor';
}
