<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Format;

use Eris\Generators;
use Eris\TestTrait;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use ZigzagPost\Core\Format\BadFile;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Format\FileFormat;
use ZigzagPost\Core\Format\SmfReader;
use ZigzagPost\Core\Format\WholeMessages;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Tests\Core\Play;

final class FormatsTest extends TestCase
{
    use TestTrait;

    private const TAPE = "# zigzag tape 1\n0.000 keys 90 3C 64\n12.500 keys F8\n13.000 pads B9 07 7F\n250.500 keys 80 3C 40\n251.000 keys "
        ."F0 7D 01 02 F7\n252.000 keys E0 00 40\n253.000 keys C0 05\n254.000 keys D0 11\n255.000 keys A0 3C 05\n256.000 keys F2 01 02\n";

    /** @return iterable<string, array{string, string}> text, part of the message */
    public static function badTapes(): iterable
    {
        yield 'no bytes' => ['1 keys', 'tape:1: expected MILLISECONDS PORT BYTES'];
        yield 'time' => ["0 keys F8\nx keys F8", 'tape:2: "x" is not a time'];
        yield 'too fine a time' => ['0.0001 keys F8', 'is not a time'];
        yield 'back in time' => ["5 keys F8\n4 keys F8", 'tape:2: time 4.000 comes after 5.000'];
        yield 'port' => ['5 Keys F8', '"Keys" is not a port name'];
        yield 'bytes' => ['5 keys F8 9', 'is not a list of hexadecimal bytes'];
        yield 'hostile bytes' => ["5 keys \xFF\xFE", 'is not a list of hexadecimal bytes'];
    }

    #[DataProvider('badTapes')]
    public function testBadTapesSayWhereAndWhat(string $tape, string $message): void
    {
        $this->expectException(BadFile::class);
        $this->expectExceptionMessage($message);
        Play::events($tape);
    }

    /** @return iterable<string, array{FileFormat}> */
    public static function formats(): iterable
    {
        foreach (FileFormat::cases() as $format) {
            yield $format->value => [$format];
        }
    }

    #[DataProvider('formats')]
    public function testEverythingComesBackWithinSixTenthsOfAMillisecond(FileFormat $format): void
    {
        $events = Play::events(self::TAPE);
        $back = $this->read($format, $this->write($format, $events));
        usort($back, static fn (Event $a, Event $b): int => $a->timeUs <=> $b->timeUs);
        self::assertSame(array_map(self::bare(...), $events), array_map(self::bare(...), $back));
        foreach ($back as $index => $event) {
            self::assertEqualsWithDelta($events[$index]->timeUs, $event->timeUs, 600);
        }
    }

    public function testTempoMapRunningStatusAndPackets(): void
    {
        $track =
            "\x00\xFF\x03\x04Keys". // name
            "\x00\xFF\x51\x03\x07\xA1\x20". // 500 000 us a quarter
            "\x00\x90\x3C\x64".
            "\x60\x3C\x00". // running status, one quarter later
            "\x00\xFF\x51\x03\x0F\x42\x40". // 1 000 000 us a quarter
            "\x60\xF0\x02\x7D\x01". // system exclusive in two packets
            "\x60\xF7\x02\x02\xF7".
            "\x00\xF7\x01\xF8". // escaped clock
            "\x00\xFF\x2F\x00";
        $song = SmfReader::read("MThd\x00\x00\x00\x06\x00\x00\x00\x01\x00\x60MTrk".pack('N', \strlen($track)).$track, 'song.mid');
        $events = iterator_to_array((new WholeMessages())->of($song->events(static fn (): string => 'keys')), false);
        self::assertSame(
            [[0, '90 3C 64'], [500_000, '90 3C 00'], [2_500_000, 'F0 7D 01 02 F7'], [2_500_000, 'F8']],
            array_map(static fn (Event $event): array => [$event->timeUs, Bytes::toHex($event->bytes)], $events),
        );
    }

    public function testSmpteDivision(): void
    {
        $track = "\x28\x90\x3C\x64\x00\xFF\x2F\x00"; // 40 ticks of 25 frames with 40 ticks each: one frame
        $song = SmfReader::read("MThd\x00\x00\x00\x06\x00\x00\x00\x01\xE7\x28MTrk".pack('N', \strlen($track)).$track, 'x.mid');
        foreach ($song->events(static fn (): string => 'keys') as $event) {
            self::assertSame(40_000, $event->timeUs);
        }
    }

    #[DataProvider('formats')]
    public function testPulsesComeBack(FileFormat $format): void
    {
        $back = $this->read($format, $this->write($format, Play::events("0 ticker pulse 5\n500 ticker pulse 2.5\n")));
        self::assertSame(
            [[0, 'ticker', '', 5000], [500_000, 'ticker', '', 2500]],
            array_map(static fn (Event $event): array => [$event->timeUs, $event->port, $event->bytes, $event->pulseUs], $back),
        );
    }

    public function testOtherCuePointsAreNoPulses(): void
    {
        $csv =
            "0, 0, Header, 1, 1, 480\n1, 0, Start_track\n1, 0, Title_t, \"keys\"\n1, 0, Cue_point_t, \"pulse of the sea\"\n1, 5, "
                ."Cue_point_t\n1, 9, Note_on_c, 0, 60, 100\n1, 9, End_track\n0, 0, End_of_file\n";
        self::assertSame(['90 3C 64'], array_map(static fn (Event $event): string => Bytes::toHex($event->bytes), $this->read(FileFormat::Csv, $csv)));
    }

    /** @return iterable<string, array{string, string}> */
    public static function damagedFiles(): iterable
    {
        $head = "MThd\x00\x00\x00\x06\x00\x00\x00\x01\x00\x60";
        yield 'something else' => ['RIFF', 'byte 0: not a Standard MIDI File'];
        yield 'nothing' => ['', 'byte 0'];
        yield 'type 2' => ["MThd\x00\x00\x00\x06\x00\x02\x00\x01\x00\x60", 'byte 8: type 2 is not supported'];
        yield 'no track' => [$head, 'byte 14: the file ends after 0 of 1 tracks'];
        yield 'short track' => [$head."MTrk\x00\x00\x00\x09\x00", 'byte 18: a chunk of 9 bytes is announced'];
        yield 'data without status' => [$head."MTrk\x00\x00\x00\x03\x00\x3C\x64", 'byte 23: a data byte stands where a status byte should'];
        yield 'status for data' => [$head."MTrk\x00\x00\x00\x04\x00\x90\x3C\x90", 'byte 25: 90 is not a data byte'];
        yield 'no division' => ["MThd\x00\x00\x00\x06\x00\x00\x00\x01\x00\x00", 'byte 12'];
        yield 'endless number' => [$head."MTrk\x00\x00\x00\x05\xFF\xFF\xFF\xFF\x7F", 'byte 22: a variable-length number'];
    }

    #[DataProvider('damagedFiles')]
    public function testDamagedFilesAreRefusedWithTheOffset(string $bytes, string $message): void
    {
        $this->expectException(BadFile::class);
        $this->expectExceptionMessage($message);
        SmfReader::read($bytes, 'bad.mid');
    }

    public function testRandomBytesAreReadOrRefused(): void
    {
        $good = $this->write(FileFormat::MidiFile, Play::events(self::TAPE));
        $this->limitTo(1500)
            ->forAll(Generators::choose(0, \strlen($good) - 1), Generators::choose(0, 255), Generators::choose(0, 40))
            ->then(function (int $at, int $byte, int $cut) use ($good): void {
                $bytes = $good;
                $bytes[$at] = \chr($byte);
                foreach (FileFormat::cases() as $format) {
                    try {
                        $this->read($format, substr($bytes, 0, \strlen($bytes) - $cut));
                    } catch (BadFile $bad) {
                        self::assertStringStartsWith('file', $bad->getMessage());
                    }
                }
                $this->addToAssertionCount(1); // nothing else was thrown
            });
    }

    public function testOtherProgramsReadTheSameEvents(): void
    {
        $folder = sys_get_temp_dir().'/zigzag-'.bin2hex(random_bytes(4));
        mkdir($folder);
        file_put_contents("{$folder}/all.mid", $this->write(FileFormat::MidiFile, Play::events(self::TAPE)));
        file_put_contents("{$folder}/ours.csv", $this->write(FileFormat::Csv, Play::events(self::TAPE)));

        self::assertSame(
            (string) file_get_contents("{$folder}/ours.csv"),
            $this->outputOf(['midicsv', "{$folder}/all.mid"]),
            'their CSV of our MIDI file is our CSV',
        );
        $this->outputOf(['csvmidi', "{$folder}/ours.csv", "{$folder}/theirs.mid"]);
        self::assertSame(
            $this->messages($this->read(FileFormat::MidiFile, (string) file_get_contents("{$folder}/all.mid"))),
            $this->messages($this->read(FileFormat::MidiFile, (string) file_get_contents("{$folder}/theirs.mid"))),
            'their MIDI file of our CSV has our events',
        );

        // mido has no event for system messages other than system exclusive: it reads their escape events as system
        // exclusive, and their bytes only when told to clip them.
        $script = 'import mido,sys
for track in mido.MidiFile(sys.argv[1], clip=True).tracks:
    tick = 0
    for message in track:
        tick += message.time
        if not message.is_meta: print(track.name, tick, message.hex())';
        $expected = '';
        foreach (['keys', 'pads'] as $port) {
            foreach (Play::events(self::TAPE) as $event) {
                if ($event->port === $port) {
                    $isEscape = \in_array($event->bytes[0], ["\xF2", "\xF8"], true);
                    $bytes = $isEscape
                        ? "\xF0".
                            implode('', array_map(static fn (string $byte): string => \chr(min(127, \ord($byte))), str_split($event->bytes))).
                            "\xF7"
                        : $event->bytes;
                    $expected .= "{$port} ".round(($event->timeUs * 960) / 500_000).' '.Bytes::toHex($bytes)."\n";
                }
            }
        }
        self::assertSame($expected, $this->outputOf(['/usr/bin/python3', '-c', $script, "{$folder}/all.mid"]));
        array_map(unlink(...), glob("{$folder}/*") ?: []);
        rmdir($folder);
    }

    /** @param list<Event> $events */
    private function write(FileFormat $format, array $events): string
    {
        $stream = Play::stream('');
        $writer = $format->writer($stream);
        foreach ($events as $event) {
            $writer->write($event);
        }
        $writer->finish();
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    /** @return list<Event> */
    private function read(FileFormat $format, string $bytes): array
    {
        return iterator_to_array((new WholeMessages())->of($format->events(Play::stream($bytes), 'file')), false);
    }

    /**
     * @param list<Event> $events
     *
     * @return list<string>
     */
    private function messages(array $events): array
    {
        return array_map(static fn (Event $event): string => "{$event->timeUs} {$event->port} ".Bytes::toHex($event->bytes), $events);
    }

    private static function bare(Event $event): string
    {
        return $event->port.' '.Bytes::toHex($event->bytes);
    }

    /** @param list<string> $command */
    private function outputOf(array $command): string
    {
        return (new Process($command))->mustRun()->getOutput();
    }
}
