<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

/** Where a stream on a lead can be made sparser. */
enum ThinnedBy: string
{
    case Rules = 'rules';
    /** The sender's own settings. */
    case Sender = 'sender';
}
