<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\SenderView;

/** What the screen needs to know of a bench, as the API sends it. */
final class BenchView
{
    /** Messages told in one answer; of more the latest are. */
    private const MOST_RECORDS = 2000;

    /** @return array<string, mixed> everything, for a bench that has just been opened */
    public static function whole(Session $session, Bench $bench): array
    {
        return ['id' => $session->id, 'request' => $session->request] + self::news($session, $bench, true);
    }

    /**
     * @param bool $hasOtherRules whether the senders may be others than before
     *
     * @return array<string, mixed> what may have changed by playing
     */
    public static function news(Session $session, Bench $bench, bool $hasOtherRules): array
    {
        [$records, $late, , $replaced] = $bench->takeTrace();
        $memories = $bench->memories();
        $leftOut = max(0, \count($records) - self::MOST_RECORDS) + max(0, \count($late) - self::MOST_RECORDS);
        if ($leftOut > 0) {
            $bench->tell("so much happened at once that {$leftOut} messages are not shown");
        }

        return [
            'heard' => $session->heard,
            'isOnDisk' => $session->isOnDisk,
            'nowUs' => $bench->nowUs(),
            'came' => array_map(static fn (array $came): array => ['bytes' => Bytes::toHex($came['bytes'])] + $came, $bench->takeCame()),
            'told' => $bench->takeTold(),
            'senders' => $hasOtherRules ? self::senders($bench) : null,
            'records' => \array_slice($records, -self::MOST_RECORDS),
            'late' => \array_slice($late, -self::MOST_RECORDS),
            'replaced' => $replaced,
            'rules' => $bench->rules(),
            'ports' => $bench->ports(),
            'receivers' => $bench->receivers(),
            'memories' => array_map(static fn (string $name, int $value): array => ['name' => $name, 'value' => $value], array_keys($memories), $memories),
            'scenes' => $bench->scenes(),
            'nextDueUs' => $bench->nextDueUs(),
        ];
    }

    /** @return list<array<string, mixed>> */
    private static function senders(Bench $bench): array
    {
        $senders = [];
        foreach ($bench->ports() as $port) {
            if ($port['in']) {
                $senders[] = SenderView::of($port['port']);
            }
        }

        return $senders;
    }
}
