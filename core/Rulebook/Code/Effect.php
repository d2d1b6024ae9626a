<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** What somebody who presses a control gets by a step. */
final readonly class Effect
{
    /**
     * @param string $words as a sheet shows it, without the unit
     * @param string|null $device the unit that it is done to
     */
    public function __construct(public DoesWhat $what, public string $words, public ?string $device = null)
    {
    }
}
