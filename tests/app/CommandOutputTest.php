<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** What the command line writes: whole or not at all, through links and into devices, and nothing lost on the way. */
final class CommandOutputTest extends TestCase
{
    private const BOOK = "port keys in\nport moths out\nrule \"All\"\n  take any\n  send moths\n";
    private const TAPE = "0.000 keys 90 30 64\n12.500 keys 80 30 40\n";

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/zigzag-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        $this->put('all.book', self::BOOK);
        $this->put('in.tape', self::TAPE);
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), array_filter(glob("{$this->folder}/*") ?: [], static fn (string $file): bool => is_link($file) || !is_dir($file)));
        @rmdir($this->folder);
    }

    /** @return iterable<string, array{string}> */
    public static function toFullDevices(): iterable
    {
        yield 'run' => ['run all.book --in in.tape --out /dev/full'];
        yield 'run to standard output' => ['run all.book --in in.tape > /dev/full'];
        yield 'trace' => ['run all.book --in in.tape --trace /dev/full --out /dev/null'];
        yield 'save' => ['run all.book --in in.tape --save /dev/full --out /dev/null'];
        yield 'convert' => ['convert in.tape /dev/full'];
        yield 'convert to standard output' => ['convert in.tape - > /dev/full'];
        yield 'format' => ['format all.book > /dev/full'];
        yield 'check' => ['check doubtful.book > /dev/full'];
    }

    #[DataProvider('toFullDevices')]
    public function testAFullDiskIsOneClearLine(string $command): void
    {
        $this->put('doubtful.book', self::BOOK."port unused in\nmemory m = 1\n");
        [$exit, , $error] = $this->shell("zigzag {$command}");
        self::assertSame([2, 1], [$exit, substr_count($error, "\n")], $error);
        self::assertStringContainsString('is the disk full', $error);
    }

    public function testAClosedPipeIsNoSuccess(): void
    {
        $this->put('long.tape', implode('', array_map(static fn (int $i): string => "{$i} keys 90 30 64\n", range(0, 20_000))));
        [, $out, $error] = $this->shell('{ zigzag run all.book --in long.tape; echo "exit $?" >&2; } | head -1');
        self::assertSame("# zigzag tape 1\n", $out);
        self::assertStringContainsString('exit 2', $error);
        self::assertSame(2, substr_count($error, "\n"), $error);
    }

    public function testALinkIsFollowedAndADeviceIsNotReplaced(): void
    {
        $this->put('real.tape', 'old');
        symlink('real.tape', "{$this->folder}/link.tape");
        symlink('new.tape', "{$this->folder}/dangling.tape");
        self::assertSame([0, '', ''], $this->shell('zigzag run all.book --in in.tape --out link.tape'));
        self::assertSame([0, '', ''], $this->shell('zigzag run all.book --in in.tape --out dangling.tape'));
        self::assertTrue(is_link("{$this->folder}/link.tape"));
        self::assertStringContainsString('90 30 64', $this->get('real.tape'));
        self::assertStringContainsString('90 30 64', $this->get('new.tape'));
        self::assertSame(
            [0, '', ''],
            $this->shell('mkfifo pipe; cat pipe > heard & zigzag run all.book --in in.tape --out pipe; wait; test -p pipe'),
        );
        self::assertStringContainsString('90 30 64', $this->get('heard'));
        self::assertSame([0, '', ''], $this->shell('zigzag run all.book --in in.tape --out /dev/null; test -c /dev/null'));
        [$exit, $out] = $this->shell('zigzag run all.book --in in.tape --out /dev/stdout');
        self::assertSame([0, true], [$exit, str_contains($out, '90 30 64')]);
    }

    public function testCtrlCLeavesNothingBehind(): void
    {
        $process = new Process([self::zigzag(), 'run', 'all.book', '--in', '-', '--out', 'out.tape'], $this->folder, timeout: 20);
        $process->setInput($input = new \Symfony\Component\Process\InputStream());
        $process->start();
        $input->write("0 keys 90 30 64\n");
        for ($i = 0; $i < 200 && [] === (glob("{$this->folder}/out*") ?: []); ++$i) {
            usleep(20_000);
        }
        self::assertNotSame([], glob("{$this->folder}/out*"), 'it is being written');
        $process->signal(\SIGINT);
        $process->wait();
        self::assertSame([], glob("{$this->folder}/out*"));
    }

    public function testTheLongestMessageIsReadAndWhatIsWrittenIsRead(): void
    {
        $this->put('long.tape', '0.000 keys F0 '.str_repeat('01 ', 65_534)."F7\n");
        [$exit, $out, $error] = $this->shell('zigzag run all.book --in long.tape --out out.tape && zigzag run back.book --in out.tape', [
            'back.book' => "port moths in\nport x out\nrule \"r\"\n  take any\n  send x\n",
        ]);
        self::assertSame([0, ''], [$exit, $error]);
        self::assertStringContainsString('x F0 01', $out);
        foreach (['mid', 'csv'] as $format) {
            self::assertSame(
                [0, '', ''],
                $this->shell("zigzag convert out.tape long.{$format} && zigzag convert long.{$format} again.tape && cmp out.tape again.tape"),
            );
        }
    }

    public function testALongGapIsTakenInStepsThatEveryReaderTakes(): void
    {
        $this->put('gap.tape', "0.000 keys 90 30 64\n999999999.000 keys 80 30 40\n");
        [$exit, $out, $error] = $this->shell('zigzag convert gap.tape gap.mid && zigzag convert gap.mid - && midicsv gap.mid | grep -c Text_t');
        self::assertSame([0, ''], [$exit, str_replace("gap.mid: left out 7 × text\n", '', $error)]);
        self::assertStringContainsString('999999998.958 keys 80 30 40', $out);
        self::assertStringEndsWith("\n7\n", $out);
    }

    public function testADamagedStateSaysWhetherItIsDamagedOrOfAnotherRulebook(): void
    {
        $this->put('other.book', str_replace('send moths', "set channel = 2\n  send moths", self::BOOK));
        $this->shell('zigzag run all.book --in in.tape --save state --out /dev/null');
        self::assertStringContainsString('of another rulebook', $this->shell('zigzag run other.book --in in.tape --load state')[2]);
        $this->put('cut', substr($this->get('state'), 0, -9));
        $this->put('flipped', strrev($this->get('state')));
        [$exit, , $error] = $this->shell('zigzag run all.book --in in.tape --load cut');
        self::assertSame([2, "cut: this state of a run is damaged; keep another one with run --save\n"], [$exit, $error]);
        self::assertStringContainsString('not the state of a run', $this->shell('zigzag run all.book --in in.tape --load flipped')[2]);
    }

    public function testAByteOrderMarkReadsAndWhatCannotBeDecodedIsTold(): void
    {
        $this->put('in.tape', "\u{FEFF}0.000 keys 90 30 64\n1 keys F4 3C F0 01 90 30 00\n");
        [$exit, $out, $error] = $this->shell('zigzag run all.book --in in.tape');
        self::assertSame([0, 2], [$exit, substr_count($out, 'moths')]);
        self::assertSame($this->shell('zigzag convert in.tape /dev/null')[2], $error);
        self::assertStringContainsString('in.tape: left out 1 × ', $error);
    }

    public function testNamesMarkersLyricsAndTempoSurviveBetweenMidiFilesAndCsv(): void
    {
        $this->put(
            'song.csv',
            <<<'CSV'
            0, 0, Header, 1, 3, 480
            1, 0, Start_track
            1, 0, Title_t, "The ""Salt"" Ferry"
            1, 0, Copyright_t, "\251 nobody"
            1, 0, Time_signature, 3, 2, 24, 8
            1, 0, Key_signature, -3, "minor"
            1, 0, Tempo, 600000
            1, 480, Tempo, 400000
            1, 960, Marker_t, "Harbour"
            1, 960, End_track
            2, 0, Start_track
            2, 0, Title_t, "zither"
            2, 0, Instrument_name_t, "small"
            2, 10, Note_on_c, 0, 60, 90
            2, 20, Lyric_t, "sail-"
            2, 30, Unknown_meta_event, 9, 2, 1, 2
            2, 480, Note_off_c, 0, 60, 64
            2, 500, End_track
            3, 0, Start_track
            3, 0, Title_t, "accordion"
            3, 0, Sequencer_specific, 2, 0, 65
            3, 5, Program_c, 1, 7
            3, 5, End_track
            0, 0, End_of_file

            CSV,
        );
        self::assertSame([0, '', ''], $this->shell('zigzag convert song.csv song.mid && zigzag convert song.mid ours.csv && cmp ours.csv song.csv'));
        self::assertSame(
            [0, '', ''],
            $this->shell(
                'midicsv song.mid | grep -av Copyright > theirs.csv; grep -v Copyright ours.csv > ours2.csv; cmp theirs.csv ours2.csv && '
                    .'csvmidi ours.csv theirs.mid && cmp theirs.mid song.mid',
            ),
            'other programs say the same, but for letters beyond ASCII, which they write as they are',
        );
        self::assertSame(
            [0, '', ''],
            $this->shell(
                'zigzag convert song.csv one.mid --type 0 && midicsv one.mid > one.csv && grep -q "Marker_t" one.csv && grep -q "Lyric_t" '
                    .'one.csv && head -1 one.csv | grep -q "Header, 0, 1, 480"',
            ),
        );
        [$exit, $out, $error] = $this->shell('zigzag convert song.mid -');
        self::assertSame([0, 3], [$exit, substr_count($out, "\n") - 1]);
        foreach (['1 × marker', '1 × lyric', '2 × tempo', '1 × time signature'] as $lost) {
            self::assertStringContainsString("song.mid: left out {$lost}\n", $error);
        }
    }

    public function testARulebookChangesInTheMiddleOfARun(): void
    {
        $this->put(
            'one.book',
            "port keys in\nport moths out\nscene \"A\"\nscene \"B\"\nalways\nrule \"go\"\n  take cc 80\n  press\n  go next\nrule \"play\"\n "
                ." take note\n  send moths\n",
        );
        $this->put('two.book', "port keys in\nport moths out\nscene \"A\"\nrule \"play\"\n  take note\n  set channel = 2\n  send moths\n");
        $this->put('in.tape', "0 keys B0 50 7F\n1 keys 90 3C 64\n20 keys 80 3C 40\n21 keys 90 3C 64\n");
        self::assertSame(
            [
                0,
                "# zigzag tape 1\n1.000 moths 90 3C 64\n20.000 moths 80 3C 40\n21.000 moths 91 3C 64\n",
                "10.000 two.book: scene \"B\" is gone; \"A\" is current now\n",
            ],
            $this->shell('zigzag run one.book --in in.tape --change 10=two.book'),
        );
    }

    /**
     * @param array<string, string> $files
     *
     * @return array{int, string, string} status, output, errors
     */
    private function shell(string $command, array $files = []): array
    {
        foreach ($files as $name => $content) {
            $this->put((string) $name, $content);
        }
        $process = Process::fromShellCommandline(
            'zigzag() { "$ZIGZAG" "$@"; }; '.$command,
            $this->folder,
            ['ZIGZAG' => self::zigzag()],
            timeout: 60,
        );
        $process->run();

        return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
    }

    private static function zigzag(): string
    {
        return \dirname(__DIR__, 2).'/bin/zigzag';
    }

    private function put(string $name, string $content): void
    {
        file_put_contents("{$this->folder}/{$name}", $content);
    }

    private function get(string $name): string
    {
        return (string) file_get_contents("{$this->folder}/{$name}");
    }
}
