<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

/** What keeps a message from arriving. */
enum ObstacleSort: string
{
    /** The lead does not carry it, as its plugs are set. */
    case Lead = 'lead';
    /** A box does not pass it on. */
    case Thru = 'thru';
    /** The sender does not send it. */
    case Transmit = 'transmit';
    /** The hearer does not receive it. */
    case Receive = 'receive';
    /** The hearer answers on other channels. */
    case Channel = 'channel';
}
