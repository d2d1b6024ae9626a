<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** Rigs and charts on the command line, as it is typed. */
final class RigCommandTest extends TestCase
{
    private const DEMO = __DIR__.'/../../demo';
    private const MENDED = self::DEMO.'/salt-ferry.rig.json';
    private const FOUND = self::DEMO.'/salt-ferry-as-found.rig.json';

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/zigzag-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        file_put_contents("{$this->folder}/table.txt", "Name\tCC\tRange\nMix\t21\t0-127\nMode\t22\ton/off\nLevel\t\t0-100\n");
        file_put_contents("{$this->folder}/bad.json", '{"schema": 1, "units": [');
        file_put_contents("{$this->folder}/small.json", '{"schema": 1, "name": "Small", "sort": "effect"}');
        file_put_contents("{$this->folder}/in.tape", "0 treadle BF 0B 7F\n");
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    public function testTheFoundRigIsInErrorAndTheMendedOneIsNot(): void
    {
        [$status, $out] = $this->zigzag('rig', 'check', self::FOUND);
        self::assertSame(1, $status);
        foreach (['lead-dead', 'lead-may-damage', 'thru-off', 'shared-channel', 'lead-flooded'] as $code) {
            self::assertStringContainsString("error: {$code}:", $out);
        }
        [$status, $out] = $this->zigzag('rig', 'check', self::MENDED);
        self::assertSame(0, $status);
        self::assertStringNotContainsString(': error:', $out);
        self::assertStringNotContainsString(': warning:', $out);
    }

    public function testFixesAreMadeUntilNoneIsLeft(): void
    {
        copy(self::FOUND, "{$this->folder}/found.rig.json");
        [$status, $out] = $this->zigzag('rig', 'check', 'found.rig.json', '--fix');
        self::assertSame(1, $status, 'what hands have to do is left');
        self::assertStringContainsString('fixed: Set jack of drive to midi (drive, jack: not written down → midi)', $out);
        self::assertStringContainsString('fixed: Switch thru of knot on (knot, thru: off → on)', $out);
        self::assertStringNotContainsString('error: thru-off', $out);
        [, $again] = $this->zigzag('rig', 'check', 'found.rig.json');
        self::assertStringNotContainsString('error: thru-off', $again, 'it is written');
        $written = (string) file_get_contents("{$this->folder}/found.rig.json");
        [, $once] = $this->zigzag('rig', 'check', 'found.rig.json', '--fix');
        self::assertStringNotContainsString('fixed:', $once);
        self::assertSame($written, file_get_contents("{$this->folder}/found.rig.json"), 'nothing is written where nothing is to be done');
        [, $json] = $this->zigzag('rig', 'check', self::FOUND, '--fix', '--out', 'other.zip', '--json');
        self::assertStringContainsString('"fixed": [', $json);
        [, $zipped] = $this->zigzag('rig', 'check', 'other.zip');
        self::assertSame(str_replace('found.rig.json', 'other.zip', $again), $zipped);
        self::assertSame(2, $this->zigzag('rig', 'check', 'found.rig.json', '--out', 'x.json')[0]);
    }

    /** @return iterable<string, array{list<string>, list<string>}> */
    public static function documents(): iterable
    {
        yield 'check' => [['rig', 'check', self::MENDED], ['findings']];
        yield 'plan' => [['rig', 'plan', self::MENDED], ['cost', 'proven', 'settings']];
        yield 'wires' => [['rig', 'wires', self::MENDED], ['leads']];
        yield 'fit' => [['rig', 'fit', self::MENDED], ['leads']];
        yield 'reach' => [['rig', 'reach', self::MENDED, 'treadle', 'Pedal'], []];
        yield 'reach back' => [['rig', 'reach', self::MENDED, 'brine', 'Swell', '--to'], []];
        yield 'chart' => [['chart', 'read', 'table.txt'], ['chart', 'rows']];
    }

    /**
     * @param list<string> $command
     * @param list<string> $fields
     */
    #[DataProvider('documents')]
    public function testWithJsonEachGivesOneDocument(array $command, array $fields): void
    {
        [$status, $out] = $this->zigzag(...[...$command, '--json']);
        self::assertSame(0, $status);
        $document = json_decode($out, true, 64, \JSON_THROW_ON_ERROR);
        self::assertIsArray($document);
        self::assertNotSame([], $document);
        foreach ($fields as $field) {
            self::assertArrayHasKey($field, $document);
        }
    }

    public function testATableBecomesAChartAndTheChartANameDocumentAndBack(): void
    {
        [, $chart] = $this->zigzag('chart', 'read', 'table.txt');
        file_put_contents("{$this->folder}/chart.json", $chart);
        self::assertSame(0, $this->zigzag('chart', 'check', 'chart.json')[0]);
        self::assertSame(0, $this->zigzag('chart', 'write', 'chart.json', '--as', 'midnam', '--out', 'chart.midnam')[0]);
        [, $again] = $this->zigzag('chart', 'read', 'chart.midnam');
        self::assertStringContainsString('"Mix"', $again);
        [, $csv] = $this->zigzag('chart', 'write', 'chart.json', '--as', 'csv');
        self::assertStringContainsString('Mix', $csv);
    }

    public function testSheetsAreWrittenAsPagesAndPdf(): void
    {
        self::assertSame(0, $this->zigzag('rig', 'sheets', self::MENDED, '--out', 'paper')[0]);
        $pdfs = glob("{$this->folder}/paper/*.pdf") ?: [];
        self::assertNotSame([], $pdfs);
        self::assertNotSame([], glob("{$this->folder}/paper/*.html") ?: []);
        self::assertStringStartsWith('%PDF-', (string) file_get_contents($pdfs[0]));
    }

    public function testNamesAreCheckedAndRunWithTheirRig(): void
    {
        $book = self::DEMO.'/rig.book';
        self::assertSame(0, $this->zigzag('check', $book, '--rig', self::MENDED)[0]);
        self::assertStringContainsString('no-rig', $this->zigzag('check', $book)[1]);
        [$status, $out] = $this->zigzag('run', $book, '--rig', self::MENDED, '--in', 'in.tape');
        self::assertSame(0, $status);
        self::assertStringContainsString('boxes B6', $out, 'the pedal reaches the echo on its channel 7');
    }

    /** @return iterable<string, array{list<string>, int, string}> */
    public static function mistakes(): iterable
    {
        yield 'no rig' => [['rig', 'check', 'none.json'], 2, 'none.json: there is no such file'];
        yield 'half a rig' => [['rig', 'check', 'bad.json'], 2, 'bad.json'];
        yield 'half a rig for a plan' => [['rig', 'plan', 'bad.json'], 2, 'bad.json'];
        yield 'no unit' => [['rig', 'reach', self::MENDED, 'nobody', 'Pedal'], 2, 'nobody'];
        yield 'no control' => [['rig', 'reach', self::MENDED, 'treadle', 'Lever'], 2, 'Lever'];
        yield 'a chart for a rig' => [['chart', 'check', 'bad.json'], 1, 'bad.json'];
        yield 'an unknown form' => [['chart', 'write', 'small.json', '--as', 'paint'], 2, 'say --as csv or --as midnam'];
        yield 'no such command' => [['rig', 'dance', self::MENDED], 2, 'dance'];
    }

    /** @param list<string> $command */
    #[DataProvider('mistakes')]
    public function testMistakesSayWhatIsWrong(array $command, int $status, string $says): void
    {
        [$was, $out, $errors] = $this->zigzag(...$command);
        self::assertSame($status, $was, $out.$errors);
        self::assertStringContainsString($says, $out.$errors);
        self::assertStringNotContainsString('#0', $errors, 'no trace of calls');
    }

    /** @return array{int, string, string} */
    private function zigzag(string ...$command): array
    {
        $process = new Process([\dirname(__DIR__, 2).'/bin/zigzag', ...$command], $this->folder);
        $process->run();

        return [(int) $process->getExitCode(), $process->getOutput(), $process->getErrorOutput()];
    }
}
