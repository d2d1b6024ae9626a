<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\Assert;
use ZigzagPost\Core\Format\TapeDeed;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Tests\Core\Play;

/** Compares the bytes that far ends got with what a run of the recording gives, less what the recording says was kept back. */
final class WhatLeft
{
    /**
     * @param array<string, string> $got bytes, by out port
     * @param array<string, array<int, string>> $waits what still waited at the end, by port and number
     */
    public static function assertIs(string $recording, string $output, array $got, array $waits, string $case): void
    {
        $left = $waits;
        $owed = $made = $numbers = [];
        foreach (TapeReader::all(Play::stream($recording), 'tape') as $each) {
            if ($each instanceof TapeDeed && 'kept-back' === $each->word) {
                [$port, $number, , $bytes] = explode(' ', $each->details, 4);
                $left[$port][(int) $number] = $bytes;
            } elseif ($each instanceof TapeDeed && 'owed' === $each->word) {
                [$port, $bytes] = explode(' ', $each->details, 2);
                $owed[$port][] = $bytes;
            }
        }
        foreach (TapeReader::events(Play::stream($output), 'out') as $event) {
            $number = $numbers[$event->port] = ($numbers[$event->port] ?? 0) + 1;
            if (isset($left[$event->port][$number])) {
                Assert::assertSame($left[$event->port][$number], self::hex($event->bytes), "{$case}: what was kept back, or waits, at {$event->port}");
            } elseif (null === $event->pulseUs) {
                $made[$event->port][] = self::hex($event->bytes);
            }
        }
        foreach ($got as $port => $bytes) {
            $faults = [];
            $heard = array_map(self::hex(...), (new Decoder())->feed($bytes, $faults));
            $extra = array_values(array_diff($owed[$port] ?? [], ['F0 F7']));
            if (!self::isMerged(self::slow($heard), self::slow($made[$port] ?? []), $extra)) {
                Assert::assertSame(self::slow($made[$port] ?? []), self::slow($heard), "{$case}, port {$port}, owed ".implode(', ', $extra)."\n{$recording}");
            }
            Assert::assertSame(self::fast($made[$port] ?? []), self::fast($heard), "{$case}, real time at {$port}");
        }
    }

    public static function hex(string $bytes): string
    {
        return strtoupper(implode(' ', str_split(bin2hex($bytes), 2)));
    }

    /**
     * Whether messages are those of two lists, each in its order.
     *
     * @param list<string> $merged
     * @param list<string> $a
     * @param list<string> $b
     */
    private static function isMerged(array $merged, array $a, array $b): bool
    {
        if (\count($merged) !== \count($a) + \count($b)) {
            return false;
        }
        $reached = [0 => true];
        foreach ($merged as $at => $message) {
            $next = [];
            foreach (array_keys($reached) as $ofA) {
                if ($message === ($a[$ofA] ?? null)) {
                    $next[$ofA + 1] = true;
                }
                if ($message === ($b[$at - $ofA] ?? null)) {
                    $next[$ofA] = true;
                }
            }
            $reached = $next;
        }

        return [] !== $reached;
    }

    /**
     * @param list<string> $messages
     *
     * @return list<string>
     */
    private static function slow(array $messages): array
    {
        return array_values(array_filter($messages, static fn (string $each): bool => $each < 'F8'));
    }

    /**
     * @param list<string> $messages
     *
     * @return list<string>
     */
    private static function fast(array $messages): array
    {
        return array_values(array_filter($messages, static fn (string $each): bool => $each >= 'F8'));
    }
}
