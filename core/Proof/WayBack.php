<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

/** The shortest way back from a fault. */
final readonly class WayBack
{
    /**
     * @param string $words what brings everything back
     * @param list<string> $presses in order
     */
    public function __construct(public string $words, public array $presses)
    {
    }
}
