<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Live\Journal\KeptBackFor;
use ZigzagPost\Core\Live\KeptBack;
use ZigzagPost\Core\Live\Outlet;
use ZigzagPost\Core\Midi\Decoder;

/** An out port in simulated time, before a serial wire that is reckoned here byte by byte. */
final class OutletTest extends TestCase
{
    private const BYTE_US = 320;

    /** @var list<array{int, string}> when each byte has left the wire, and the byte */
    private array $wire = [];
    private int $wireFree = 0;
    private int $longestAheadUs = 0;
    private ?int $now = null;

    public function testOrderIsKeptAndTheWireIsNeverMoreThanEightMillisecondsAhead(): void
    {
        $outlet = new Outlet(self::BYTE_US);
        $sent = '';
        for ($number = 1; $number <= 100; ++$number) {
            $message = "\x90".\chr($number)."\x40";
            $outlet->accept(0, $number, $message);
            $sent .= $message;
        }
        $this->play($outlet, 0, 200_000);
        self::assertSame($sent, $this->heard());
        self::assertLessThanOrEqual(8_000, $this->longestAheadUs);
        self::assertSame(300 * self::BYTE_US, end($this->wire)[0] ?? 0, 'the wire was never idle');
    }

    public function testARealTimeMessageIsOutWithinTenMillisecondsWhateverWaits(): void
    {
        $outlet = new Outlet(self::BYTE_US);
        $outlet->accept(0, 1, "\xF0".str_repeat("\x01", 16_382)."\xF7");
        for ($number = 2; $number < 1_300; ++$number) {
            $outlet->accept(0, $number, "\x90".\chr($number & 0x7F)."\x40");
        }
        $clocks = [];
        for ($at = 500; $at < 3_000_000; $at += 20_833) {
            $this->play($outlet, $this->now ?? 0, $at);
            $outlet->accept($at, 5_000 + $at, "\xF8");
            $clocks[] = $at;
        }
        $this->play($outlet, $this->now ?? 0, 9_500_000);
        $late = [0];
        foreach ($this->wire as [$at, $byte]) {
            if ("\xF8" === $byte) {
                $late[] = $at - (int) array_shift($clocks);
            }
        }
        self::assertSame([], $clocks, 'every clock has left');
        self::assertLessThanOrEqual(10_000, max($late));
        $faults = [];
        $messages = (new Decoder())->feed($this->heard(), $faults);
        self::assertSame([], $faults, 'what was interrupted by real-time messages is whole');
        self::assertSame(16_384, \strlen(array_values(array_filter($messages, static fn (string $each): bool => "\xF0" === $each[0]))[0]));
    }

    public function testValuesThatWereFollowedAreLeftOutOnlyWhereMoreThanAThirdOfASecondWaits(): void
    {
        $outlet = new Outlet(self::BYTE_US);
        $number = 0;
        $given = [];
        $notes = $programs = 0;
        for ($at = 0; $at < 2_000_000; $at += 500) {
            $this->play($outlet, $this->now ?? 0, $at);
            $value = intdiv($at, 500) % 128;
            $message = match ($value % 9) {
                0 => "\x90\x3C\x40",
                1 => "\x80\x3C\x40",
                2 => "\xC0".\chr($value),
                3, 4 => "\xB0\x07".\chr($value),
                5 => "\xB0\x40".\chr($value),
                6 => "\xE0\x00".\chr($value),
                7 => "\xD0".\chr($value),
                default => "\xB0\x63".\chr($value),
            };
            $given[] = $message;
            $notes += "\x90" === $message[0] || "\x80" === $message[0] ? 1 : 0;
            $programs += "\xC0" === $message[0] ? 1 : 0;
            $waited = $outlet->size() * self::BYTE_US;
            $outlet->accept($at, ++$number, $message);
            $left = $outlet->takeKeptBack();
            self::assertTrue([] === $left || $waited > 290_000, 'nothing is left out before');
            foreach ($left as $each) {
                self::assertSame(KeptBackFor::Thinned, $each->reason);
            }
        }
        $this->play($outlet, $this->now ?? 0, 30_000_000);
        $faults = [];
        $messages = (new Decoder())->feed($this->heard(), $faults);
        self::assertSame($notes, \count(array_filter($messages, static fn (string $each): bool => \ord($each[0]) < 0xA0)), 'no note is left out');
        self::assertSame($programs, \count(array_filter($messages, static fn (string $each): bool => 0xC0 === \ord($each[0]))));
        self::assertSame(self::lastValues($given), self::lastValues($messages));
        self::assertLessThan($number, \count($messages), 'some values are left out');
    }

    public function testAPortThatTakesNothingForAMinuteGetsSilenceFirst(): void
    {
        $outlet = new Outlet(self::BYTE_US);
        $outlet->accept(0, 1, "\x90\x3C\x64");
        $outlet->accept(0, 2, "\x91\x3E\x64");
        $this->play($outlet, 0, 10_000);
        $before = \strlen($this->heard());
        for ($at = 10_000, $number = 3; $at < 60_000_000; $at += 100_000) {
            $outlet->accept($at, $number++, "\xB0\x07\x01");
            '' === $outlet->next($at) ?: $outlet->took($at, 0);
            $outlet->stick($at, static fn (): bool => true);
        }
        self::assertLessThan(100, $outlet->size(), 'nothing piles up');
        $this->now = 60_000_000;
        $this->play($outlet, 60_000_000, 60_100_000);
        self::assertSame(
            '803c40813e40b04000b07b00b07800b14000b17b00b17800',
            bin2hex(substr($this->heard(), $before)),
        );
        $keptBack = array_map(static fn (KeptBack $each): int => $each->number, $outlet->takeKeptBack());
        sort($keptBack);
        self::assertSame(range(3, $number - 1), $keptBack, 'each message that was left out is counted, once');
        $outlet->accept(60_200_000, 9_999, "\x90\x40\x40");
        $this->play($outlet, 60_200_000, 60_300_000);
        self::assertStringEndsWith("\x90\x40\x40", $this->heard());
    }

    public function testAPortThatTakesNothingAsksForNoTurnBeforeItCountsAsStuck(): void
    {
        $outlet = new Outlet(self::BYTE_US);
        $outlet->accept(0, 1, "\x90\x3C\x64");
        self::assertSame(960, $outlet->nextAt(960));
        self::assertSame("\x90\x3C\x64", $outlet->next(960));
        $outlet->took(960, 0);
        self::assertNull($outlet->nextAt(1_000));
        self::assertSame(2_000_960, $outlet->stuckAt());
    }

    public function testAPanicEmptiesWhatWaitsAndEndsWhatIsOpen(): void
    {
        $outlet = new Outlet(self::BYTE_US);
        $outlet->accept(0, 1, "\x90\x3C\x64");
        $outlet->accept(0, 2, "\xF0".str_repeat("\x01", 500)."\xF7");
        $outlet->accept(0, 3, "\x90\x3E\x64");
        $outlet->accept(0, 4, "\x80\x3C\x40");
        $this->play($outlet, 0, 20_000);
        $outlet->panic();
        $outlet->accept(20_000, 5, "\xB0\x7B\x00");
        $this->play($outlet, 20_000, 400_000);
        self::assertStringStartsWith("\x90\x3C\x64\xF0\x01", $this->heard());
        self::assertStringEndsWith("\x01\xF7\x80\x3C\x40\xB0\x7B\x00", $this->heard(), 'its end follows a note that sounds');
        self::assertLessThan(100, \strlen($this->heard()));
    }

    public function testWhatMayNotLeaveAnyMoreIsTakenOutOfWhatWaits(): void
    {
        $outlet = new Outlet(self::BYTE_US);
        $messages = ["\x90\x3C\x64", "\xF0".str_repeat("\x01", 100)."\xF7", "\x94\x3C\x64", "\xF8", "\x90\x3E\x64", "\xC4\x01"];
        foreach ($messages as $number => $message) {
            $outlet->accept(0, $number + 1, $message);
        }
        $this->play($outlet, 0, 10_000);
        $mayLeave = static fn (string $bytes): bool => 4 !== (\ord($bytes[0]) & 0x0F) && \ord($bytes[0]) < 0xF0;
        $outlet->withhold($mayLeave);
        $this->play($outlet, 10_000, 900_000);
        self::assertMatchesRegularExpression('/^f8903c64f0(01)+f7903e64$/', bin2hex($this->heard()), 'what was begun is ended, what was not is left out');
        $keptBack = array_map(static fn (KeptBack $each): int => $each->number, $outlet->takeKeptBack());
        sort($keptBack);
        self::assertSame([2, 3, 6], $keptBack);
        $outlet->mute(1_000_000, true, $mayLeave);
        $this->play($outlet, 1_000_000, 1_100_000);
        self::assertStringEndsWith('803c40803e40b04000b07b00b07800', bin2hex($this->heard()));
    }

    /** @param list<string> $waiting */
    #[DataProvider('mutes')]
    public function testAMutedPortEndsWhatSoundsAndNothingElse(array $waiting, string $expected): void
    {
        $outlet = new Outlet(0);
        $outlet->accept(0, 1, "\x90\x3C\x64");
        $this->play($outlet, 0, 10);
        $outlet->mute(20, true, static fn (): bool => true);
        foreach ($waiting as $number => $message) {
            $outlet->accept(30, $number + 2, (string) hex2bin($message));
        }
        $this->play($outlet, 40, 50);
        self::assertSame('903c64803c40b04000b07b00b07800'.$expected, bin2hex($this->heard()));
        $outlet->mute(60, false, static fn (): bool => true);
        $outlet->accept(70, 50, "\x90\x40\x40");
        $this->play($outlet, 70, 80);
        self::assertStringEndsWith("\x90\x40\x40", $this->heard());
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function mutes(): iterable
    {
        yield 'a note that begins' => [['903e40'], ''];
        yield 'a controller' => [['b00740'], ''];
        yield 'nothing' => [[], ''];
    }

    /** Hands over what may be handed over, as a player does. */
    private function play(Outlet $outlet, int $from, int $to): void
    {
        $now = $from;
        while (true) {
            while ('' !== ($bytes = $outlet->next($now))) {
                foreach (str_split($bytes) as $byte) {
                    $this->wireFree = max($this->wireFree, $now) + self::BYTE_US;
                    $this->wire[] = [$this->wireFree, $byte];
                }
                $this->longestAheadUs = max($this->longestAheadUs, $this->wireFree - $now);
                $outlet->took($now, \strlen($bytes));
            }
            $next = $outlet->nextAt($now);
            if (null === $next || $next > $to) {
                break;
            }
            $now = max($now + 1, $next);
        }
        $this->now = $to;
    }

    /**
     * @param list<string> $messages
     *
     * @return array<string, string> the last of each control
     */
    private static function lastValues(array $messages): array
    {
        $last = [];
        foreach ($messages as $message) {
            $last["\xB0" === $message[0] ? substr($message, 0, 2) : $message[0]] = $message;
        }
        ksort($last);

        return $last;
    }

    private function heard(): string
    {
        return implode('', array_column($this->wire, 1));
    }
}
