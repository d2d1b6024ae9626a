<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\World\DoneByMessage;

/**
 * The last hop of a message: what it did to the units that heard it.
 *
 * @phpstan-import-type TraceRecord from \ZigzagPost\Core\Engine\Trace\Trace
 */
final readonly class LastHop
{
    /** @param array<string, list<DoneByMessage>> $arrived by "time port" */
    public function __construct(private array $arrived)
    {
    }

    /**
     * @param TraceRecord $record
     *
     * @return array<string, mixed> the record, each message that left with what it did
     */
    public function ofRecord(array $record): array
    {
        return ['visits' => array_map(fn (array $visit): array => ['outs' => array_map($this->of(...), $visit['outs'])] + $visit, $record['visits'])] + $record;
    }

    /**
     * @template T of array{timeUs: int, port: string, bytes: string, ...}
     *
     * @param T $out
     *
     * @return array<string, mixed> the message with what it did; null where it did nothing to a unit
     */
    public function of(array $out): array
    {
        $did = [];
        foreach ($this->arrived["{$out['timeUs']} {$out['port']}"] ?? [] as $done) {
            if (str_contains($out['bytes'], Bytes::toHex($done->bytes))) {
                $did[] = $done->words;
            }
        }

        return $out + ['arrived' => [] === $did ? null : implode(', ', array_unique($did))];
    }
}
