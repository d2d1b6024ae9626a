<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Trace;

/**
 * What a trace has written down since it was last asked.
 *
 * @phpstan-import-type TraceRecord from Trace
 * @phpstan-import-type Late from Trace
 */
final readonly class TakenTrace
{
    /**
     * @param list<TraceRecord> $records incoming messages
     * @param list<Late> $late what went out later than the message it was made from
     * @param array<int, int> $pending which messages have more to send, and when the last of it is due, by sequence
     * @param list<int> $replaced which messages are {@see Trace::REPLACED}, by sequence
     */
    public function __construct(public array $records = [], public array $late = [], public array $pending = [], public array $replaced = [])
    {
    }
}
