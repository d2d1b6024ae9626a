<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Live;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Live\Holding;
use ZigzagPost\Tests\Core\Cases;

/** What is let go when a source goes away, against a model that keeps a value for each key, pedal and wheel. */
final class HoldingTest extends TestCase
{
    use TestTrait;

    public function testWhateverWasPlayedIsLetGo(): void
    {
        $this->limitTo(Cases::number(300))
            ->forAll(Generators::choose(0, 1_000_000_000))
            ->then(static function (int $seed): void {
                $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
                $holding = new Holding();
                $stands = [];
                $stream = '';
                for ($message = 0; $message < 60; ++$message) {
                    $bytes = self::played($random);
                    self::obey($stands, $bytes);
                    $stream .= $bytes;
                }
                // In pieces of any length: a port does not give whole messages.
                while ('' !== $stream) {
                    $length = $random->getInt(1, 7);
                    $holding->hear(substr($stream, 0, $length));
                    $stream = substr($stream, $length);
                }
                $let = $holding->letGo();
                foreach (self::split($let) as $bytes) {
                    self::obey($stands, $bytes);
                }
                self::assertSame([], array_filter($stands), "seed {$seed}");
                self::assertTrue($holding->isEmpty());
                self::assertSame('', $holding->letGo(), 'once');
            });
    }

    public function testKeysThatAnotherSourceHoldsGoOn(): void
    {
        [$one, $other] = [new Holding(), new Holding()];
        $one->hear("\x90\x3C\x40\x90\x3E\x40");
        $other->hear("\x90\x3C\x40");
        self::assertSame('803e40', bin2hex($one->letGo([], [], [$other])));
    }

    public function testSwitchesAreReleasedByTheirOwnValue(): void
    {
        $holding = new Holding();
        $holding->hear("\xB0\x50\x05\xB0\x51\x7F\xB0\x52\x7F\xB0\x07\x7F");
        self::assertSame('b0507fb05200', bin2hex($holding->letGo(["\xB0\x52"], ["\xB0\x50" => "\x7F", "\xB0\x51" => "\x7F"])), 'a fader stays where it is');
    }

    public function testItGoesOnAsItWasKept(): void
    {
        $holding = new Holding();
        $holding->hear("\x90\x3C\x40\xE0\x00\x50\xD1\x10\xB0\x40");
        $again = Holding::load($holding->save());
        $again->hear("\x7F");
        self::assertSame('803c40b04000e00040d100', bin2hex($again->letGo()));
    }

    private static function played(\Random\Randomizer $random): string
    {
        $channel = $random->getInt(0, 2);
        $data = \chr($random->getInt(60, 66));

        return match ($random->getInt(0, 7)) {
            0, 1 => \chr(0x90 | $channel).$data.\chr($random->getInt(0, 3)),
            2 => \chr(0x80 | $channel).$data."\x40",
            3 => \chr(0xA0 | $channel).$data.\chr($random->getInt(0, 1)),
            4 => \chr(0xB0 | $channel).\chr($random->getInt(63, 70)).\chr($random->getInt(0, 127)),
            5 => \chr(0xD0 | $channel).\chr($random->getInt(0, 1)),
            6 => \chr(0xE0 | $channel)."\x00".\chr($random->getInt(63, 65)),
            default => "\xF8",
        };
    }

    /**
     * @param array<string, int> $stands how far from rest each thing is
     */
    private static function obey(array &$stands, string $bytes): void
    {
        $status = \ord($bytes[0]);
        $channel = $status & 0x0F;
        $number = \ord($bytes[1] ?? "\0");
        $value = \ord($bytes[2] ?? "\0");
        switch ($status & 0xF0) {
            case 0x80:
            case 0x90:
                $isOn = 0x90 === ($status & 0xF0) && $value > 0;
                $stands["key {$channel} {$number}"] = $isOn ? 1 : 0;
                if (!$isOn) {
                    $stands["pressure {$channel} {$number}"] = 0;
                }
                break;
            case 0xA0:
                if (($stands["key {$channel} {$number}"] ?? 0) > 0) {
                    $stands["pressure {$channel} {$number}"] = $value;
                }
                break;
            case 0xB0:
                if ($number >= 64 && $number <= 69) {
                    $stands["pedal {$channel} {$number}"] = $value;
                }
                break;
            case 0xD0:
                $stands["pressure {$channel}"] = $number;
                break;
            case 0xE0:
                $stands["bend {$channel}"] = $value - 64;
                break;
        }
    }

    /** @return list<string> */
    private static function split(string $bytes): array
    {
        preg_match_all('/[\x80-\xFF][\x00-\x7F]*/', $bytes, $found);

        return $found[0];
    }
}
