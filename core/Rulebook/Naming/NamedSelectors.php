<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Naming;

use ZigzagPost\Core\Rulebook\Code\ControlMessage;
use ZigzagPost\Core\Rulebook\Selector;

/** What a selector that names controls comes to. */
final readonly class NamedSelectors
{
    /**
     * @param list<Selector> $selectors one for each kind, channel and port
     * @param list<ControlMessage> $messages that the controls send
     */
    public function __construct(public array $selectors, public array $messages)
    {
    }
}
