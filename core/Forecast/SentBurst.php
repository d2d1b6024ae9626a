<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Rig\Fit\SentMessage;

/** What a rulebook sends at once. */
final readonly class SentBurst
{
    /**
     * @param string $what such as "at the start"
     * @param array<int, list<SentMessage>> $sent by out port, with times from the change on
     */
    public function __construct(public string $what, public array $sent)
    {
    }
}
