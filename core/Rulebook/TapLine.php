<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook;

use ZigzagPost\Core\Rulebook\Message\Template;
use ZigzagPost\Core\Rulebook\Text\Token;

/** Presses by which a clock tells its tempo, as they are declared. */
final readonly class TapLine
{
    /**
     * @param int $presses 1 to 16
     * @param Template $message what a press sends
     * @param list<Token> $ports
     */
    public function __construct(public int $presses, public Template $message, public array $ports)
    {
    }
}
