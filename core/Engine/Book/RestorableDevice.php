<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A device that can be brought back to where it should stand. */
final readonly class RestorableDevice
{
    /**
     * @param int $port position of the out port
     * @param int $channel on which its programs are called; 0 for none
     * @param string $method that calls a program; '' for none
     * @param int $deafUs how long it is deaf after a program, in microseconds
     * @param list<RestorableValue> $values
     */
    public function __construct(public int $port, public int $channel, public string $method, public int $deafUs, public array $values)
    {
    }
}
