<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Fit\Burst;
use ZigzagPost\Core\Rig\Fit\Lateness;
use ZigzagPost\Core\Rig\Fit\Load;
use ZigzagPost\Core\Rig\Fit\SentMessage;
use ZigzagPost\Tests\Core\Cases;

final class FitTest extends TestCase
{
    public function testAMessageOfThreeBytesTakes960Microseconds(): void
    {
        self::assertSame(
            [960, 1920, 960],
            array_map(
                static fn (Lateness $each): int => $each->lateUs,
                Burst::over([new SentMessage(0, "\xB0\x01\x02"), new SentMessage(0, "\xB0\x01\x03"), new SentMessage(5000, "\xB0\x01\x04")])->messages,
            ),
        );
    }

    public function testRunningStatusSavesAByteOnlyWhereTheSenderUsesIt(): void
    {
        $messages = array_map(
            static fn (string $bytes): SentMessage => new SentMessage(0, $bytes),
            ["\xB0\x01\x02", "\xB0\x01\x03", "\xF8", "\xB0\x01\x04", "\xB1\x01\x04"],
        );

        self::assertSame(
            [960, 1600, 1920, 2560, 3520],
            array_map(static fn (Lateness $each): int => $each->lateUs, Burst::over($messages, 0, true)->messages),
        );
    }

    public function testARelayWaitsForTheWholeMessage(): void
    {
        self::assertSame(
            [1920, 2880],
            array_map(
                static fn (Lateness $each): int => $each->lateUs,
                Burst::over([new SentMessage(0, "\xB0\x01\x02"), new SentMessage(0, "\xB0\x01\x03")], 1)->messages,
            ),
        );
    }

    /** Lateness agrees, to the microsecond, with a wire that is looked at byte by byte. */
    public function testAgreesWithAWireByteByByte(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5));
        for ($case = 0; $case < Cases::number(500); ++$case) {
            $time = $random->getInt(0, 5000);
            $messages = [];
            for ($count = $random->getInt(1, 30); $count > 0; --$count) {
                $time += $random->getInt(0, 3) > 0 ? 0 : $random->getInt(0, 4000);
                $messages[] = new SentMessage($time, str_repeat("\xB0", $random->getInt(1, 12)));
            }
            $clock = $random->getInt(0, 1) ? $random->getInt(6000, 30000) : null;
            $relays = $random->getInt(0, 2);
            $burst = Burst::over($messages, $relays, false, $clock);
            self::assertSame(
                self::byteByByte($messages, $relays, $clock),
                array_map(static fn (Lateness $each): int => $each->lateUs, $burst->messages),
            );
            self::assertSame($burst->worstUs(), $burst->worstFirst()[0]->lateUs);
        }
    }

    /** The smallest thinning is the smallest, whatever streams there are. */
    public function testTheSmallestThinningThatFits(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(6));
        for ($case = 0; $case < Cases::number(300); ++$case) {
            $streams = [];
            for ($count = $random->getInt(1, 4); $count > 0; --$count) {
                $streams[] = ['what' => 'x', 'bytes' => (float) $random->getInt(2, 12), 'rate' => (float) $random->getInt(1, 1500)];
            }
            $fixed = (float) $random->getInt(0, 2600);
            $expected = null;
            for ($ms = 1; null === $expected && $ms <= 10000 && $fixed <= 2187.5; ++$ms) {
                $bytes = $fixed;
                foreach ($streams as $stream) {
                    $bytes += $stream['bytes'] * min($stream['rate'], 1000 / $ms);
                }
                $expected = $bytes <= 2187.5 + 1e-9 ? $ms : null;
            }
            self::assertSame($expected, (new Load($fixed, $streams))->thinMs());
        }
    }

    /**
     * @param list<SentMessage> $messages
     *
     * @return list<int>
     */
    private static function byteByByte(array $messages, int $relays, ?int $clock): array
    {
        $sent = array_map(static fn (SentMessage $message): int => $message->timeUs, $messages);
        $times = $sent;
        for ($hop = 0; $hop <= $relays; ++$hop) {
            $queue = [];
            foreach ($messages as $index => $message) {
                foreach (str_split($message->bytes) as $_) {
                    $queue[] = [$times[$index], $index];
                }
            }
            $nextClock = null === $clock ? null : $times[0];
            $now = 0;
            while ([] !== $queue) {
                [$ready, $index] = $queue[0];
                if (null !== $nextClock && $nextClock <= $now) {
                    $now += 320;
                    $nextClock += (int) $clock;
                } elseif ($ready <= $now) {
                    array_shift($queue);
                    $now += 320;
                    $times[$index] = $now;
                } else {
                    $now = min($ready, $nextClock ?? $ready);
                }
            }
        }

        return array_map(static fn (int $arrived, int $sent): int => $arrived - $sent, $times, $sent);
    }
}
