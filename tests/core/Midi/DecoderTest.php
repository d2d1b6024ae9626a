<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Midi;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Decoder;

/** Law 8: any bytes decode. */
final class DecoderTest extends TestCase
{
    use TestTrait;

    /** @return iterable<string, array{string, list<string>, array<string, int>}> bytes, messages, faults */
    public static function streams(): iterable
    {
        yield 'whole messages' => ['90 3C 64 80 3C 40', ['90 3C 64', '80 3C 40'], []];
        yield 'running status' => ['90 3C 64 3E 64 3C 00', ['90 3C 64', '90 3E 64', '90 3C 00'], []];
        yield 'running status of one data byte' => ['C5 01 02', ['C5 01', 'C5 02'], []];
        yield 'real time inside a message' => ['90 F8 3C FA 64', ['F8', 'FA', '90 3C 64'], []];
        yield 'real time inside system exclusive' => ['F0 7D F8 01 F7', ['F8', 'F0 7D 01 F7'], []];
        yield 'real time keeps running status' => ['B0 01 02 FE 03 04', ['B0 01 02', 'FE', 'B0 03 04'], []];
        yield 'system common ends running status' => ['B0 01 02 F6 03 04', ['B0 01 02', 'F6'], [Decoder::STRAY_DATA => 2]];
        yield 'song position' => ['F2 01 02 F3 05 F1 71', ['F2 01 02', 'F3 05', 'F1 71'], []];
        yield 'truncated note' => ['90 3C B0 07 7F', ['B0 07 7F'], [Decoder::TRUNCATED => 1]];
        yield 'truncated song position' => ['F2 90 3C 64', ['90 3C 64'], [Decoder::TRUNCATED => 1]];
        yield 'system exclusive cut off by a status' => ['F0 01 02 90 3C 64', ['90 3C 64'], [Decoder::TRUNCATED => 1]];
        yield 'empty system exclusive' => ['F0 F7', ['F0 F7'], []];
        yield 'undefined statuses' => ['F4 F5 F9 FD', [], [Decoder::UNDEFINED => 4]];
        yield 'end without beginning' => ['F7 90 3C 64', ['90 3C 64'], [Decoder::UNDEFINED => 1]];
        yield 'data from nowhere' => ['12 34', [], [Decoder::STRAY_DATA => 2]];
        yield 'every channel status' => ['8F 01 02 AF 01 02 DF 01 EF 01 02', ['8F 01 02', 'AF 01 02', 'DF 01', 'EF 01 02'], []];
    }

    /**
     * @param list<string> $messages
     * @param array<string, int> $faults
     */
    #[DataProvider('streams')]
    public function testDecodesAndCounts(string $hex, array $messages, array $faults): void
    {
        $bytes = (string) Bytes::fromHex($hex);
        $counted = [];
        $decoded = (new Decoder())->feed($bytes, $counted);
        self::assertSame($messages, array_map(Bytes::toHex(...), $decoded));
        self::assertSame($faults, $counted);
        self::assertSame($decoded, $this->byteByByte($bytes), 'fragments decode to the same');
    }

    public function testSystemExclusiveOfUpTo64KiB(): void
    {
        $faults = [];
        $longest = "\xF0".str_repeat("\x01", Decoder::MAX_SYSEX - 2)."\xF7";
        self::assertSame([$longest], (new Decoder())->feed($longest, $faults));
        self::assertSame([], $faults);
        $decoder = new Decoder();
        self::assertSame(["\x90\x3C\x64"], $decoder->feed("\xF0".str_repeat("\x01", Decoder::MAX_SYSEX - 1)."\xF7\x90\x3C\x64", $faults));
        self::assertSame([Decoder::SYSEX_TOO_LONG => 1], $faults);
    }

    public function testRandomBytesNeverThrowAndGiveWholeMessages(): void
    {
        $this->limitTo(2000)->forAll(Generators::seq(Generators::choose(0, 255)))->then(function (array $numbers): void {
            /** @var list<int> $numbers */
            $bytes = implode('', array_map(\chr(...), $numbers));
            $faults = [];
            $decoder = new Decoder();
            $messages = $decoder->feed($bytes, $faults);
            $decoder->end($faults);
            foreach ($messages as $message) {
                self::assertGreaterThanOrEqual(0x80, \ord($message[0]));
                $again = [];
                self::assertSame([$message], (new Decoder())->feed($message, $again), 'a message decodes to itself');
            }
            self::assertSame($messages, $this->byteByByte($bytes));
        });
    }

    /** @return list<string> */
    private function byteByByte(string $bytes): array
    {
        $decoder = new Decoder();
        $messages = [];
        $faults = [];
        foreach (str_split($bytes) as $byte) {
            $decoder = Decoder::load($decoder->save());
            array_push($messages, ...$decoder->feed($byte, $faults));
        }

        return $messages;
    }
}
