<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** When bank messages have to go before a program change. */
enum BankSend: string
{
    case Always = 'always';
    case Changed = 'changed';
    case Never = 'never';
}
