<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\ChartTables;
use ZigzagPost\Tests\Core\Cases;

/** Whatever is made of a good file by changing it here and there is taken, or refused in words; it is never a failure. ZIGZAG_CASES says how many changes. */
final class FuzzTest extends ApiTestCase
{
    /** Words that mean something to some reader. */
    private const WORDS = ['0', '-1', '1e999', '9223372036854775808', 'null', 'true', '[]', '{}', '"', "\0", "\xFF", "\u{202E}", '<!DOCTYPE a [<!ENTITY b "c">]>', '&b;', '<![CDATA[', '../', '=1+1', ';', ',', "\r", "\n", "\t", '16384', '128', 'F0', 'MTrk', 'PK'];

    /** @return iterable<string, array{string, string}> the file, and where it goes */
    public static function kinds(): iterable
    {
        yield 'rulebook' => ['a.book', '/api/documents/import'];
        yield 'chart' => ['a.chart.json', '/api/documents/import'];
        yield 'rig' => ['a.rig.json', '/api/documents/import'];
        yield 'rig with its charts' => ['a.rig.zip', '/api/documents/import'];
        yield 'tape' => ['a.tape', '/api/tapes'];
        yield 'MIDI file' => ['a.mid', '/api/tapes'];
        yield 'table of events' => ['a.csv', '/api/tapes'];
        yield 'table of a chart' => ['chart.csv', '/api/charts/read'];
        yield 'name document' => ['a.midnam', '/api/charts/read'];
        yield 'everything' => ['everything.zip', '/api/everything'];
    }

    #[DataProvider('kinds')]
    public function testAChangedFileIsTakenOrRefusedInWords(string $file, string $to): void
    {
        $good = self::good($file);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937((int) (getenv('ZIGZAG_SEED') ?: 5)));
        $answers = [];
        for ($case = 0; $case < Cases::number(12); ++$case) {
            $changed = self::changed($good, $random);
            if ('/api/charts/read' === $to) {
                $this->browser->request('POST', $to, server: ['CONTENT_TYPE' => 'application/json'], content: (string) json_encode(['text' => $changed, 'name' => ''], \JSON_INVALID_UTF8_SUBSTITUTE));
            } else {
                $this->upload($file, $changed, null, $to);
            }
            $status = $this->browser->getResponse()->getStatusCode();
            $answers[$status] = ($answers[$status] ?? 0) + 1;
            if ($status >= 500 || ($status >= 400 && '' === ($this->answer()['error'] ?? ''))) {
                file_put_contents(sys_get_temp_dir()."/zigzag-fuzz-{$file}", $changed);
                self::fail("case {$case}: {$status} {$this->browser->getResponse()->getContent()}");
            }
        }
        $hasSums = str_ends_with($file, '.zip'); // of each of its files, so that hardly any change is taken
        self::assertTrue(isset($answers[200]) || isset($answers[201]) || $hasSums || Cases::number(12) < 100, 'some of them are taken: '.json_encode($answers));
        self::assertSame(Cases::number(12), array_sum($answers));
    }

    /** The same through the command line, each in a process of its own: it ends with 0 or 1, or with 2 and one line that says why. */
    public function testACommandSaysWhyItCannotReadAChangedFile(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(6));
        $folder = sys_get_temp_dir().'/zigzag-fuzz-'.bin2hex(random_bytes(6));
        mkdir($folder);
        try {
            foreach (['a.book' => ['check', 'format', 'plain'], 'a.chart.json' => ['chart check'], 'a.rig.json' => ['rig check', 'rig fit', 'prove'], 'a.tape' => ['convert'], 'a.mid' => ['convert'], 'a.csv' => ['convert'], 'chart.csv' => ['chart read'], 'a.midnam' => ['chart read']] as $file => $commands) {
                $good = self::good($file);
                for ($case = 0; $case < Cases::number(1); ++$case) {
                    foreach ($commands as $command) {
                        file_put_contents("{$folder}/{$file}", self::changed($good, $random));
                        $process = new Process([\dirname(__DIR__, 2).'/bin/zigzag', ...explode(' ', $command), $file, ...('convert' === $command ? ['out.tape'] : [])], $folder, timeout: 120);
                        $code = $process->run();
                        self::assertContains($code, [0, 1, 2], "{$command} {$file}: {$process->getErrorOutput()}");
                        self::assertDoesNotMatchRegularExpression('/PHP |Fatal|Stack trace|Warning:/', $process->getErrorOutput().$process->getOutput(), "{$command} {$file}");
                        self::assertNotSame([2, ''], [$code, trim($process->getErrorOutput())], "{$command} {$file}");
                    }
                }
            }
        } finally {
            (new Filesystem())->remove($folder);
        }
    }

    private static function good(string $file): string
    {
        $root = \dirname(__DIR__, 2);
        $rig = (string) file_get_contents("{$root}/demo/salt-ferry.rig.json");
        $chart = array_values(RigFile::rig($rig)->charts)[0]->chart;

        return match ($file) {
            'a.book' => (string) file_get_contents("{$root}/demo/whole-rig.book"),
            'a.rig.json' => $rig,
            'a.rig.zip' => (string) file_get_contents("{$root}/tests/fixtures/2026-11-29/rig.zip"),
            'everything.zip' => (string) file_get_contents("{$root}/tests/fixtures/2026-11-29/everything.zip"),
            'a.tape' => (string) file_get_contents("{$root}/demo/rehearsal.tape"),
            'a.chart.json' => Json::write($chart),
            'chart.csv' => implode("\n", ChartTables::of($chart)),
            'a.midnam' => NameDocument::write($chart)[0],
            default => self::converted("{$root}/demo/rehearsal.tape", $file),
        };
    }

    private static function converted(string $tape, string $file): string
    {
        $out = sys_get_temp_dir().'/zigzag-fuzz-'.bin2hex(random_bytes(6)).strrchr($file, '.');
        (new Process([\dirname(__DIR__, 2).'/bin/zigzag', 'convert', $tape, $out]))->mustRun();
        $bytes = (string) file_get_contents($out);
        unlink($out);

        return $bytes;
    }

    /** One to five changes: bytes flipped, words put in, pieces taken out, doubled or moved. */
    private static function changed(string $bytes, \Random\Randomizer $random): string
    {
        for ($times = $random->getInt(1, 5); $times > 0; --$times) {
            $at = $random->getInt(0, max(0, \strlen($bytes) - 1));
            $length = $random->getInt(1, [1, 4, 40, 4000][$random->getInt(0, 3)]);
            $word = self::WORDS[$random->getInt(0, \count(self::WORDS) - 1)];
            $bytes = match ($random->getInt(0, 7)) {
                0 => substr_replace($bytes, \chr($random->getInt(0, 255)), $at, 1),
                1 => substr_replace($bytes, $word, $at, 0),
                2 => substr_replace($bytes, $word, $at, min($length, 12)),
                3 => substr_replace($bytes, '', $at, $length),
                4 => substr_replace($bytes, str_repeat(substr($bytes, $at, $length), $random->getInt(1, 20)), $at, 0),
                5 => substr_replace($bytes, substr($bytes, $random->getInt(0, max(0, \strlen($bytes) - 1)), $length), $at, $length),
                6 => self::numberChanged($bytes, $at, $word),
                default => substr($bytes, 0, max(1, $at)),
            };
        }

        return $bytes;
    }

    /** The next number or quoted word after a place becomes another. */
    private static function numberChanged(string $bytes, int $at, string $word): string
    {
        return 1 === preg_match('/-?\b\d+(\.\d+)?\b|"[^"\n]{0,60}"/', $bytes, $found, \PREG_OFFSET_CAPTURE, $at) ? substr_replace($bytes, $word, (int) $found[0][1], \strlen($found[0][0])) : $bytes;
    }
}
