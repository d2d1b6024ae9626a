<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\Trace;

use ZigzagPost\Core\Format\Milliseconds;

/**
 * A trace record as the command line writes it: one JSON object a line, times in milliseconds.
 *
 * @phpstan-import-type TraceRecord from Trace
 * @phpstan-import-type Made from Trace
 * @phpstan-import-type Visit from Trace
 */
final class TraceLine
{
    /** @param TraceRecord $record */
    public static function of(array $record): string
    {
        return json_encode(
            [
                'time' => Milliseconds::format($record['timeUs']),
                'port' => $record['port'],
                'bytes' => $record['bytes'],
                'text' => $record['text'],
                'fate' => $record['fate'],
                'reason' => $record['reason'],
                'rules' => array_map(self::visit(...), $record['visits']),
                'later' => array_map(Milliseconds::format(...), $record['due']),
            ],
            \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE,
        )."\n";
    }

    /**
     * @param Visit $visit
     *
     * @return array<string, mixed>
     */
    private static function visit(array $visit): array
    {
        return [
            'rule' => $visit['title'],
            'line' => $visit['line'],
            'changes' => $visit['marks'],
            'sent' => array_map(
                static fn (array $made): array => [
                    'line' => $made['line'],
                    'time' => Milliseconds::format($made['timeUs']),
                    'port' => $made['port'],
                    'bytes' => $made['bytes'],
                    'text' => $made['text'],
                    'remark' => $made['remark'],
                ],
                $visit['outs'],
            ),
            'stopped' => $visit['tear'],
        ];
    }
}
