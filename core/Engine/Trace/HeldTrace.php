<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Trace;

/**
 * Keeps the records of a trace until all that they were still to send has gone out, so that each is told whole.
 *
 * @phpstan-import-type TraceRecord from Trace
 * @phpstan-import-type Late from Trace
 */
final class HeldTrace
{
    /** Records kept at most; beyond that the oldest is told as it is. */
    private const MOST = 50_000;

    /** @var array<int, TraceRecord> by sequence number, in order */
    private array $records = [];
    /** @var array<int, int> until when each is kept, in microseconds */
    private array $until = [];

    /** @param \Closure(TraceRecord): void $tell */
    public function __construct(private readonly \Closure $tell)
    {
    }

    /** Takes over what a trace has written down up to a time. */
    public function take(Trace $trace, int $now): void
    {
        $taken = $trace->take();
        foreach ($taken->records as $record) {
            $this->records[$record['seq']] = $record;
            $this->until[$record['seq']] = max([$record['timeUs'], ...$record['due']]);
        }
        foreach ($taken->pending as $seq => $due) {
            if (isset($this->until[$seq])) {
                $this->until[$seq] = max($this->until[$seq], $due);
            }
        }
        foreach ($taken->late as $made) {
            $this->add($made);
        }
        foreach ($taken->replaced as $seq) {
            if (isset($this->records[$seq])) {
                $this->records[$seq]['fate'] = Trace::DROPPED;
                $this->records[$seq]['reason'] = Trace::REPLACED;
            }
        }
        foreach ($this->records as $seq => $record) {
            if ($this->until[$seq] >= $now && \count($this->records) < self::MOST) {
                break;
            }
            $this->let($seq);
        }
    }

    /** Nothing more will come. */
    public function finish(): void
    {
        foreach (array_keys($this->records) as $seq) {
            $this->let($seq);
        }
    }

    /** @param Late $made */
    private function add(array $made): void
    {
        if (!isset($this->records[$made['of']])) {
            return;
        }
        $visits = &$this->records[$made['of']]['visits'];
        foreach (array_reverse(array_keys($visits)) as $index) {
            if ($visits[$index]['rule'] === $made['rule']) {
                $visits[$index]['outs'][] = [
                    'line' => $visits[$index]['line'],
                    'timeUs' => $made['timeUs'],
                    'port' => $made['port'],
                    'bytes' => $made['bytes'],
                    'text' => $made['text'],
                    'brief' => $made['brief'],
                    'channel' => $made['channel'],
                    'remark' => $made['remark'],
                    'voice' => $made['voice'],
                ];

                return;
            }
        }
    }

    private function let(int $seq): void
    {
        ($this->tell)($this->records[$seq]);
        unset($this->records[$seq], $this->until[$seq]);
    }
}
