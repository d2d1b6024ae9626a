<?php

declare(strict_types=1);

namespace App\Bench;

use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\World\Bench;

/** What the screen needs to know of a bench, as the API sends it. */
final class BenchView
{
    /** Messages told in one answer; of more the latest are. */
    private const MOST_RECORDS = 2000;

    /** @return array<string, mixed> everything, for a bench that has just been opened */
    public static function whole(Session $session, Bench $bench): array
    {
        return ['id' => $session->id, 'request' => $session->request] + self::news(clone $session, $bench, true);
    }

    /**
     * Of rules, ports and receivers only those that are others than the page knows, and memories and scenes only when they are.
     *
     * @param bool $hasOtherRules whether everything may be other than before, and is sent whole
     *
     * @return array<string, mixed> what may have changed by playing
     */
    public static function news(Session $session, Bench $bench, bool $hasOtherRules): array
    {
        [$records, $late, , $replaced] = $bench->takeTrace();
        $last = new LastHop($bench->takeArrived());
        if ($hasOtherRules) {
            $session->sent = [];
        }
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
            'senders' => $hasOtherRules ? $bench->senders() : null,
            'records' => array_map($last->ofRecord(...), \array_slice($records, -self::MOST_RECORDS)),
            'late' => array_map($last->of(...), \array_slice($late, -self::MOST_RECORDS)),
            'replaced' => $replaced,
            'isWhole' => $hasOtherRules,
            'rules' => self::changed($session, ['line'], $bench->rules()),
            'ports' => self::changed($session, ['port', 'in'], $bench->ports()),
            'receivers' => self::changed($session, ['port'], $bench->receivers(), 'receiver'),
            'memories' => self::isNews($session, 'memories', $memories) || $hasOtherRules ? array_map(static fn (string $name, int $value): array => ['name' => $name, 'value' => $value], array_keys($memories), $memories) : null,
            'scenes' => self::isNews($session, 'scenes', $bench->scenes()) || $hasOtherRules ? $bench->scenes() : null,
            'clocks' => self::isNews($session, 'clocks', $bench->clocks()) || $hasOtherRules ? $bench->clocks() : null,
            'nextDueUs' => $bench->nextDueUs(),
        ];
    }

    /**
     * The parts that the page does not know as they are.
     *
     * @template T of array<string, mixed>
     *
     * @param list<string> $keys by which the parts are told apart
     * @param list<T> $parts
     *
     * @return list<T>
     */
    private static function changed(Session $session, array $keys, array $parts, ?string $what = null): array
    {
        return array_values(array_filter($parts, static fn (array $part): bool => self::isNews($session, ($what ?? $keys[0] ?? '').json_encode(array_intersect_key($part, array_flip($keys))), $part)));
    }

    private static function isNews(Session $session, string $what, mixed $part): bool
    {
        $sum = hash('xxh64', serialize($part));
        $isNews = ($session->sent[$what] ?? '') !== $sum;
        $session->sent[$what] = $sum;

        return $isNews;
    }
}
