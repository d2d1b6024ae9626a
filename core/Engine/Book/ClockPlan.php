<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

use ZigzagPost\Core\Midi\Tempo;

/**
 * A clock as it is declared.
 *
 * @phpstan-import-type Beat from Tempo
 */
final readonly class ClockPlan
{
    /**
     * @param Beat $beatUs
     * @param list<int> $sends positions of the ports that get clock, start and stop
     * @param list<PulsePlan> $pulses
     * @param list<int> $taps how many presses tell a tempo, for each box that takes it from them
     */
    public function __construct(public array $beatUs, public array $sends, public array $pulses, public array $taps)
    {
    }
}
