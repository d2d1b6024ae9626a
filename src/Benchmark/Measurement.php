<?php

declare(strict_types=1);

namespace App\Benchmark;

/**
 * One kind of rulebook to measure.
 *
 * @phpstan-import-type Made from \ZigzagPost\Core\Engine\Run\Run
 */
final readonly class Measurement
{
    /**
     * @param \Closure(int): list<string> $messages that many messages for the first in port
     * @param \Closure(list<string>): list<Made> $byHand does the same to the same bytes
     */
    public function __construct(public string $name, public string $book, public \Closure $messages, public \Closure $byHand)
    {
    }
}
