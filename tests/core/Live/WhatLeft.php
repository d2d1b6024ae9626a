<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\Assert;
use ZigzagPost\Core\Format\TapeDeed;
use ZigzagPost\Core\Format\TapeReader;
use ZigzagPost\Core\Midi\Decoder;
use ZigzagPost\Tests\Core\Play;

/**
 * Compares the bytes that far ends got with what a run of the recording gives, less what the recording says was kept back. A message in doubt may
 * have left, and a note-off that was sent again may have come twice.
 */
final class WhatLeft
{
    /**
     * @param array<string, string> $got bytes, by out port
     * @param array<string, array<int, string>> $waits what still waited at the end, by port and number
     */
    public static function assertIs(string $recording, string $output, array $got, array $waits, string $case): void
    {
        $left = $waits;
        $owed = $made = $numbers = $again = $doubtful = [];
        foreach (TapeReader::all(Play::stream($recording), 'tape') as $each) {
            if (!$each instanceof TapeDeed) {
                continue;
            }
            $words = explode(' ', $each->details, 4);
            if ('kept-back' === $each->word) {
                $left[$words[0]][(int) $words[1]] = $words[3] ?? '';
                'doubtful' !== $words[2] || $doubtful[$words[0]][(int) $words[1]] = true;
            } elseif ('again' === $each->word) {
                $again[$words[0]][(int) $words[1]] = true;
            } elseif ('owed' === $each->word) {
                [$port, $bytes] = explode(' ', $each->details, 2);
                $owed[$port][] = $bytes;
            }
        }
        foreach (TapeReader::events(Play::stream($output), 'out') as $event) {
            $number = $numbers[$event->port] = ($numbers[$event->port] ?? 0) + 1;
            $bytes = self::hex($event->bytes);
            $isDoubtful = isset($doubtful[$event->port][$number]);
            $isAgain = isset($again[$event->port][$number]);
            Assert::assertFalse($isAgain && '8' !== $bytes[0], "{$case}: only a note-off is sent again");
            if (isset($left[$event->port][$number])) {
                Assert::assertSame($left[$event->port][$number], $bytes, "{$case}: what was kept back, or waits, at {$event->port}");
            }
            if (null === $event->pulseUs && ($isDoubtful || !isset($left[$event->port][$number]))) {
                $made[$event->port][] = [$bytes, $isDoubtful ? 0 : 1, $isAgain ? 2 : 1];
            }
        }
        foreach ($got as $port => $bytes) {
            $faults = [];
            $heard = array_map(self::hex(...), (new Decoder())->feed($bytes, $faults));
            $extra = array_values(array_diff($owed[$port] ?? [], ['F0 F7']));
            foreach ([false, true] as $isFast) {
                $of = static fn (string $each): bool => $isFast === ($each >= 'F8');
                $expected = array_values(array_filter($made[$port] ?? [], static fn (array $each): bool => $of($each[0])));
                $there = array_values(array_filter($heard, $of));
                if (!self::isMerged($there, $expected, $isFast ? [] : $extra)) {
                    Assert::assertSame(array_column($expected, 0), $there, "{$case}, port {$port}, owed ".implode(', ', $extra)."\n{$recording}");
                    Assert::fail("{$case}, port {$port}: what had to leave did not");
                }
            }
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
     * @param list<array{string, int, int}> $a each with how often it stands there at least and at most, one behind the other
     * @param list<string> $b
     */
    private static function isMerged(array $merged, array $a, array $b): bool
    {
        $reached = self::passed([[0, 0, 0]], $a);
        foreach ($merged as $message) {
            $next = [];
            foreach ($reached as [$ofA, $ofB, $times]) {
                if ($message === ($a[$ofA][0] ?? null) && $times < $a[$ofA][2]) {
                    $next[] = [$ofA, $ofB, $times + 1];
                }
                if ($message === ($b[$ofB] ?? null)) {
                    $next[] = [$ofA, $ofB + 1, $times];
                }
            }
            $reached = self::passed($next, $a);
        }

        return isset($reached[\count($a).' '.\count($b).' 0']);
    }

    /**
     * With the states that are reached by going past what stands there often enough.
     *
     * @param list<array{int, int, int}> $states
     * @param list<array{string, int, int}> $a
     *
     * @return array<string, array{int, int, int}>
     */
    private static function passed(array $states, array $a): array
    {
        $reached = [];
        while (null !== ($state = array_pop($states))) {
            $reached[implode(' ', $state)] = $state;
            if ($state[0] < \count($a) && $state[2] >= $a[$state[0]][1]) {
                $states[] = [$state[0] + 1, $state[1], 0];
            }
        }

        return $reached;
    }
}
