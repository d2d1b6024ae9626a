<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Chart;

/** When a device keeps what was set. */
enum Keeps: string
{
    case AtOnce = 'at once';
    case OnSave = 'on save';
    case OnTransfer = 'on transfer';
}
