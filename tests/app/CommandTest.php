<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

/** The command line, as it is typed. */
final class CommandTest extends TestCase
{
    private const BOOK = "port keys in\nport moths out\nrule \"Low half\"\n  from keys\n  take note key 0..59\n  set channel = 3\n  send moths\n";
    private const TAPE = "# zigzag tape 1\n0.000 keys 90 30 64\n12.500 keys F8\n250.500 keys 80 30 40\n";
    private const OUT = "# zigzag tape 1\n0.000 moths 92 30 64\n250.500 moths 82 30 40\n";

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/zigzag-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        $files = [
            'good.book' => self::BOOK,
            'bad.book' => self::BOOK."rule \"x\"\n  sned moths\n",
            'in.tape' => self::TAPE,
            'bad.tape' => "0 keys F8\n1 keys 9",
            'other.tape' => '0 harp F8',
            'bad.mid' => 'MThd',
            'bad.csv' => '1, 2',
            'late.tape' => '1000000000 keys F8',
        ];
        foreach ($files as $name => $content) {
            file_put_contents("{$this->folder}/{$name}", $content);
        }
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("{$this->folder}/*") ?: []);
        rmdir($this->folder);
    }

    public function testRunAndConvert(): void
    {
        self::assertSame([0, self::OUT, ''], $this->zigzag('run good.book --in in.tape'));
        self::assertSame([0, self::OUT, ''], $this->zigzag('run good.book --in -', self::TAPE));
        self::assertSame([0, '', ''], $this->zigzag('run good.book --in in.tape --out out.mid --trace trace.json --until 100'));
        self::assertSame([0, "# zigzag tape 1\n0.000 moths 92 30 64\n", ''], $this->zigzag('convert out.mid -'));
        $trace = explode("\n", trim((string) file_get_contents("{$this->folder}/trace.json")));
        self::assertCount(2, $trace, 'a line for each message that came in');
        $first = json_decode($trace[0], true, 16, \JSON_THROW_ON_ERROR);
        self::assertIsArray($first);
        self::assertSame(['delivered', '90 30 64'], [$first['fate'], $first['bytes']]);
        self::assertSame([0, '', ''], $this->zigzag('convert in.tape in.mid'));
        self::assertSame([0, '', ''], $this->zigzag('convert in.mid in.csv'));
        self::assertSame([0, self::OUT, ''], [...$this->rounded($this->zigzag('run good.book --in in.csv'))]);
    }

    public function testARunGoesOnFromItsSavedState(): void
    {
        self::assertSame([0, "# zigzag tape 1\n0.000 moths 92 30 64\n", ''], $this->zigzag('run good.book --in in.tape --until 100 --save state'));
        self::assertSame(
            [0, "# zigzag tape 1\n250.500 moths 82 30 40\n", ''],
            $this->zigzag('run good.book --in - --load state', '250.500 keys 80 30 40'),
        );
        self::assertSame(2, $this->zigzag('run good.book --in in.tape --load in.tape')[0]);
    }

    public function testPanicSilencesAStoppedRun(): void
    {
        $this->zigzag('run good.book --in in.tape --until 100 --save state --out first.tape');
        self::assertSame(
            [0, "# zigzag tape 1\n100.000 moths 82 30 40\n100.000 moths B2 40 00\n100.000 moths B2 7B 00\n100.000 moths B2 78 00\n", ''],
            $this->zigzag('panic good.book --load state'),
        );
        self::assertStringContainsString('name the state of the run with --load', $this->zigzag('panic good.book')[2]);
    }

    public function testOtherProgramsReadWhatTheWholeRigSends(): void
    {
        $demo = \dirname(__DIR__, 2).'/demo';
        file_put_contents(
            "{$this->folder}/rig.tape",
            "0 treadle BF 53 7F\n10 sequencer FA F8\n20 keys 90 3C 64\n25 tilt B0 10 44\n30 slab 91 40 64 E1 00 44 D1 10\n900 treadle BF 54 "
                ."7F\n1000 treadle BF 51 7F\n1500 keys 80 3C 40\n1600 slab 81 40 40\n",
        );
        foreach (['tape', 'mid', 'csv'] as $ending) {
            self::assertSame([0, '', ''], $this->zigzag("run {$demo}/whole-rig.book --in rig.tape --out whole.{$ending}"));
        }
        self::assertSame(
            file_get_contents("{$this->folder}/whole.csv"),
            (new Process(['midicsv', "{$this->folder}/whole.mid"]))->mustRun()->getOutput(),
        );
        $ours = substr_count((string) file_get_contents("{$this->folder}/whole.tape"), "\n") - 1;
        self::assertGreaterThan(12, $ours);
        $script =
            'import mido,sys; print(sum(1 for t in mido.MidiFile(sys.argv[1], clip=True).tracks for m in t if not m.is_meta or m.type == "cue_marker"))';
        self::assertSame(
            "{$ours}\n",
            (new Process(['/usr/bin/python3', '-c', $script, "{$this->folder}/whole.mid"]))->mustRun()->getOutput(),
            'every event, pulses among them',
        );
        self::assertSame([0, '', ''], $this->zigzag('convert whole.mid back.tape'));
        self::assertSame($ours, substr_count((string) file_get_contents("{$this->folder}/back.tape"), "\n") - 1);
    }

    public function testCheckAndFormat(): void
    {
        self::assertSame([0, '', ''], $this->zigzag('check good.book'));
        [$status, $out] = $this->zigzag('check bad.book');
        self::assertSame(1, $status);
        self::assertStringContainsString('bad.book:9:3: error: syntax: "sned" cannot stand here; did you mean "send"?', $out);
        self::assertSame(
            [0, "port keys in\nport moths out\n\nrule \"Low half\"\n  from keys\n  take note key 0..59\n  set channel = 3\n  send moths\n", ''],
            $this->zigzag('format good.book'),
        );
        self::assertSame(1, $this->zigzag('format bad.book')[0]);
    }

    /** @return iterable<string, array{string, int, string}> command, status, part of what it says */
    public static function mistakes(): iterable
    {
        yield 'no rulebook file' => ['run none.book --in in.tape', 2, 'none.book: there is no such file'];
        yield 'a rulebook in error' => ['run bad.book --in in.tape --out out.tape', 1, 'bad.book:9:3: error: syntax'];
        yield 'no tape' => ['run good.book', 2, 'name what comes in with --in'];
        yield 'no such tape' => ['run good.book --in none.tape', 2, 'none.tape: there is no such file'];
        yield 'a bad tape' => ['run good.book --in bad.tape --out out.tape', 2, 'bad.tape:2: "9" is not a list'];
        yield 'a tape for another port' => [
            'run good.book --in other.tape --out out.tape',
            2,
            'other.tape:1: harp is no in port of good.book (it has keys)',
        ];
        yield 'a port that is none' => ['run good.book --in in.tape --port moths', 2, '--port moths is no in port'];
        yield 'a bad time' => ['run good.book --in in.tape --until soon', 2, '--until soon is not a time'];
        yield 'a time before the beginning' => ['run good.book --in in.tape --until -5', 2, '--until -5 is not a time'];
        yield 'an unknown ending' => ['run good.book --in in.tape --out out.wav', 2, 'the ending .wav is not known'];
        yield 'an unknown ending to read' => ['convert tune.xm out.mid', 2, 'the ending .xm is not known'];
        yield 'two outputs that are one file' => ['run good.book --in in.tape --out out.tape --trace ./out.tape', 2, 'are the same file'];
        yield 'a folder to write' => ['run good.book --in in.tape --out .', 2, 'this is a folder'];
        yield 'a change without a book' => ['run good.book --in in.tape --change 100', 2, 'is written MS=BOOK'];
        yield 'a time too late' => ['run good.book --in late.tape', 2, 'late.tape:1: the time 1000000000 is too late'];
        yield 'a damaged MIDI file' => ['convert bad.mid out.tape', 2, 'bad.mid: byte 4'];
        yield 'a damaged CSV file' => ['convert bad.csv out.tape', 2, 'bad.csv:1: a record has at least'];
        yield 'a folder' => ['convert . out.tape', 2, '.: this is a folder'];
        yield 'a folder to write to' => ['convert in.tape nowhere/out.tape', 2, 'nowhere/out.tape: this file cannot be written'];
        yield 'an unknown command' => ['dance', 2, 'is not defined'];
        yield 'an unknown option' => ['check good.book --fast', 2, '"--fast" option does not exist'];
    }

    #[DataProvider('mistakes')]
    public function testMistakesGiveOneClearLine(string $command, int $status, string $says): void
    {
        [$exit, $out, $error] = $this->zigzag($command);
        self::assertSame([$status, ''], [$exit, $out]);
        self::assertStringContainsString($says, $error);
        self::assertSame(1, substr_count($error, "\n"), $error);
        self::assertSame([], glob("{$this->folder}/out*") ?: [], 'no partial output');
    }

    public function testAMillionMessagesTakeConstantMemory(): void
    {
        $peak = [];
        foreach ([20_000, 100_000] as $messages) {
            $code =
                'require $argv[1]."/vendor/autoload.php"; $b = '
                    .'ZigzagPost\Core\Compile\Compiler::load(ZigzagPost\Core\Check\Checker::check(file_get_contents($argv[2]))->book); $in '
                        .'= (function () use ($argv) { for ($i = 0; $i < $argv[3]; $i++) yield new ZigzagPost\Core\Format\Event($i * 100, '
                            .'"keys", chr($i % 2 ? 0x80 : 0x90).chr(intdiv($i, 2) % 60).chr(64)); })(); $out = fopen("/dev/null", "w"); '
                                .'(new ZigzagPost\Core\Engine\Tape\TapeRun(new ZigzagPost\Core\Engine\Engine($b), new '
                                    .'ZigzagPost\Core\Format\TapeWriter($out)))->run($in); echo memory_get_peak_usage();';
            $process = (new Process(['php', '-r', $code, \dirname(__DIR__, 2), "{$this->folder}/good.book", (string) $messages]))->mustRun();
            $peak[] = (int) $process->getOutput();
        }
        self::assertLessThan(200_000, $peak[1] - $peak[0], 'five times the messages take no more memory');
    }

    /** @return array{int, string, string} status, output, errors */
    private function zigzag(string $command, string $input = ''): array
    {
        $process = new Process([\dirname(__DIR__, 2).'/bin/zigzag', ...explode(' ', $command)], $this->folder, input: $input);
        $process->run();

        return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
    }

    /**
     * Times of MIDI and CSV files are rounded to their ticks.
     *
     * @param array{int, string, string} $result
     *
     * @return array{int, string, string}
     */
    private function rounded(array $result): array
    {
        return [$result[0], str_replace('250.521', '250.500', $result[1]), $result[2]];
    }
}
