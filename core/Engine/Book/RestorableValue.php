<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Book;

/** A value that a device can be brought back to. */
final readonly class RestorableValue
{
    /**
     * @param string $method that sends it
     * @param int $key of its present value
     */
    public function __construct(public string $method, public int $key, public int $channel, public int $number)
    {
    }
}
