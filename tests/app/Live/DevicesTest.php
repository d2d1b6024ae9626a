<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App\Live;

use App\Live\Priority;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Decoder;

/** Devices of several sorts behind `bin/zigzag live`: pseudo-terminals, FIFOs that take nothing, paths that block. */
final class DevicesTest extends TestCase
{
    private const BOOK = "port keys in\nport synth out\nrule \"all\"\n  take any\n  send synth\n";

    private ?LiveProcess $live = null;
    /** @var list<Terminal> */
    private array $terminals = [];

    protected function tearDown(): void
    {
        $this->live?->remove();
        foreach ($this->terminals as $terminal) {
            $terminal->hangUp();
        }
    }

    public function testRealTimeIsReadOffTheProcess(): void
    {
        $stat = static fn (int $policy): string => '17 (php (a) 1) S '.implode(' ', array_fill(0, 37, 0))." {$policy} 0 0 0\n";
        self::assertSame([false, true, true, false], array_map(static fn (int $policy): bool => Priority::isRealTime($stat($policy)), [0, 1, 2, 3]));
        self::assertFalse(Priority::isRealTime(''));
        $self = explode(') ', (string) file_get_contents('/proc/self/stat'), 2);
        self::assertSame(0, (int) explode(' ', $self[1])[38], 'a test runs like anything else');
    }

    public function testEveryByteGoesBothWaysThroughATerminal(): void
    {
        [$keys, $synth] = [$this->terminal(), $this->terminal()];
        $live = $this->live = new LiveProcess('show.book', self::BOOK, [], []);
        $connect = ['--connect', "keys=device:{$keys->path}", '--connect', "synth=device:{$synth->path}"];
        $live->start([...$connect, '--record', $live->path('recording.tape')], 10.0, true);
        $sent = '';
        // Note-ons before their note-offs, which would be nobody's else; none with velocity 0, which is a note-off as well.
        foreach ([...range(0x90, 0x9F), ...range(0x80, 0x8F), ...range(0xA0, 0xEF)] as $status) {
            foreach ([0, 3, 4, 13, 17, 19, 26, 28, 64, 127] as $data) {
                $sent .= \chr($status).\chr($data).(Decoder::dataBytes($status) > 1 ? \chr(max(1, 127 - $data)) : '');
            }
        }
        $sent .= "\xF0".implode('', array_map(chr(...), range(0, 127)))."\xF7\xF1\x03\xF2\x04\x0D\xF3\x11\xF6\xF8\xFA\xFB\xFC\xFE";
        $got = '';
        // At half the speed of the wire, so that nothing has to be left out however busy the computer is.
        foreach (str_split($sent, 30) as $piece) {
            $keys->write($piece);
            $live->hear(0.02);
            $got .= $synth->read();
        }
        $live->until(static function () use (&$got, $synth, $sent): bool {
            $got .= $synth->read();

            return \strlen($got) >= \strlen($sent);
        }, 10.0);
        $slow = static fn (string $bytes): string => (string) preg_replace('/[\xF8-\xFF]/', '', $bytes);
        self::assertSame(bin2hex($slow($sent)), bin2hex($slow($got)));
        self::assertSame(\strlen($sent), \strlen($got));
        self::assertSame(0, $live->stop(), 'no byte has ended it');
        $came = '';
        foreach (explode("\n", $live->recording()) as $line) {
            $came .= 1 === preg_match('/^\S+ keys ([0-9A-F ]+)$/', $line, $part) ? (string) hex2bin(str_replace(' ', '', $part[1])) : '';
        }
        self::assertStringStartsWith(bin2hex($sent), bin2hex($came), 'every value came in as it was sent; then its keys are let go');
    }

    public function testATerminalThatHangsUpIsLetGo(): void
    {
        $keys = $this->terminal();
        $live = $this->live = new LiveProcess('show.book', self::BOOK, [], ['synth']);
        $live->start(['--connect', "keys=device:{$keys->path}"]);
        $keys->write("\x90\x3C\x64");
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x90\x3C\x64"), 2.0);
        $keys->hangUp();
        $live->until(static fn (): bool => str_contains($live->got['synth'], "\x80\x3C\x40"), 2.0);
        self::assertStringEndsWith("\x80\x3C\x40", $live->got['synth']);
        self::assertSame(0, $live->stop());
    }

    public function testSystemExclusiveInPiecesOfOneByteWithClockBetweenStaysWhole(): void
    {
        $live = $this->live = new LiveProcess('show.book', self::BOOK, ['keys'], ['synth']);
        $live->start();
        $sysex = "\xF0".str_repeat("\x01\x7F\x00", 500)."\xF7";
        foreach (str_split($sysex) as $at => $byte) {
            $live->send('keys', $byte.(0 === $at % 7 ? "\xF8" : ''));
            0 === $at % 50 ? $live->hear(0.002) : null;
        }
        $live->until(static fn (): bool => str_ends_with($live->got['synth'], "\xF7"), 10.0);
        $faults = [];
        $messages = (new Decoder())->feed($live->got['synth'], $faults);
        self::assertSame([], $faults);
        self::assertContains($sysex, $messages);
        self::assertSame((int) ceil(\strlen($sysex) / 7), \count(array_keys($messages, "\xF8", true)));
    }

    public function testAFolderOrAFileIsNoDeviceAndAPathThatBlocksHoldsUpNothing(): void
    {
        $live = $this->live = new LiveProcess('show.book', self::BOOK, ['keys'], ['synth']);
        // Nobody reads at the other end of this one: opened for writing alone it would wait for ever.
        posix_mkfifo($live->path('lonely'), 0o600);
        $live->start(['--connect', 'synth=device:'.$live->path('lonely')]);
        $live->send('keys', str_repeat("\xB0\x07\x01", 100));
        $live->hear(0.5);
        self::assertSame(0, $live->tell('panic'), 'it still listens');
        self::assertSame(0, $live->stop());
    }

    private function terminal(): Terminal
    {
        return $this->terminals[] = new Terminal();
    }
}
