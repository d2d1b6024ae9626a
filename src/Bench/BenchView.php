<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Show\Bench;
use ZigzagPost\Core\Show\SenderView;

/** What the screen needs to know of a bench, as the API sends it. */
final class BenchView
{
    /** @return array<string, mixed> everything, for a bench that has just been opened or whose rules have changed */
    public static function whole(string $id, Bench $bench): array
    {
        $senders = [];
        foreach ($bench->ports() as $port) {
            if ($port['in']) {
                $senders[] = SenderView::of($port['port']);
            }
        }

        return ['id' => $id, 'senders' => $senders] + self::news($bench);
    }

    /** @return array<string, mixed> what may have changed by playing */
    public static function news(Bench $bench): array
    {
        [$records, $late, , $replaced] = $bench->takeTrace();
        $memories = $bench->memories();

        return [
            'records' => $records,
            'late' => $late,
            'replaced' => $replaced,
            'rules' => $bench->rules(),
            'ports' => $bench->ports(),
            'receivers' => $bench->receivers(),
            'memories' => array_map(static fn (string $name, int $value): array => ['name' => $name, 'value' => $value], array_keys($memories), $memories),
            'scenes' => $bench->scenes(),
            'nextDueUs' => $bench->nextDueUs(),
        ];
    }
}
