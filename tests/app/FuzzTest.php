<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use ZigzagPost\Tests\Core\Cases;

/** Whatever is made of a good file by changing it here and there is taken, or refused in words; it is never a failure. ZIGZAG_CASES says how many changes. */
final class FuzzTest extends ApiTestCase
{
    /** @return iterable<string, array{string, string}> the file, and where it goes */
    public static function kinds(): iterable
    {
        yield from ChangedFile::KINDS;
    }

    #[DataProvider('kinds')]
    public function testAChangedFileIsTakenOrRefusedInWords(string $file, string $to): void
    {
        $good = ChangedFile::good($file);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937((int) (getenv('ZIGZAG_SEED') ?: 5)));
        $answers = [];
        for ($case = 0; $case < Cases::number(12); ++$case) {
            $changed = ChangedFile::changed($good, $random);
            if ('/api/charts/read' === $to) {
                $this->browser->request(
                    'POST',
                    $to,
                    server: ['CONTENT_TYPE' => 'application/json'],
                    content: (string) json_encode(['text' => $changed, 'name' => ''], \JSON_INVALID_UTF8_SUBSTITUTE),
                );
            } else {
                $this->upload($file, $changed, null, $to);
            }
            $status = $this->browser->getResponse()->getStatusCode();
            $answers[$status] = ($answers[$status] ?? 0) + 1;
            if (201 === $status) {
                // so that thousands of the same name do not pile up
                $this->browser->request('DELETE', "/api/documents/{$this->text($this->answer(), 'id')}");
                $this->browser->getResponse()->isSuccessful() || self::fail("case {$case}: {$this->browser->getResponse()->getContent()}");
                continue;
            }
            if ($status >= 500 || ($status >= 400 && '' === ($this->answer()['error'] ?? ''))) {
                file_put_contents(sys_get_temp_dir()."/zigzag-fuzz-{$file}", $changed);
                self::fail("case {$case}: {$status} {$this->browser->getResponse()->getContent()}");
            }
        }
        $hasSums = str_ends_with($file, '.zip'); // of each of its files, so that hardly any change is taken
        self::assertTrue(
            isset($answers[200]) || isset($answers[201]) || $hasSums || Cases::number(12) < 100,
            'some of them are taken: '.json_encode($answers),
        );
        self::assertSame(Cases::number(12), array_sum($answers));
    }

    /** The same through the command line, many in one process. */
    #[DataProvider('commands')]
    public function testACommandInThisProcessSaysWhyItCannotReadAChangedFile(string $file, string $command): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        $folder = sys_get_temp_dir().'/zigzag-fuzz-'.bin2hex(random_bytes(6));
        mkdir($folder);
        $good = ChangedFile::good($file);
        $line = new CommandLineTester();
        $codes = [0, 0, 0];
        for ($case = 0; $case < Cases::number(4); ++$case) {
            file_put_contents("{$folder}/{$file}", $changed = ChangedFile::changed($good, $random));
            try {
                $code = $line->run([...explode(' ', $command), "{$folder}/{$file}", ...'convert' === $command ? ["{$folder}/out.tape"] : []]);
            } catch (\Throwable $failure) {
                file_put_contents(sys_get_temp_dir()."/zigzag-fuzz-{$file}", $changed);
                self::fail("{$command} {$file}, case {$case}: {$failure}");
            }
            self::assertArrayHasKey($code, $codes);
            self::assertNotSame([2, ''], [$code, $line->errors()], "{$command} {$file}, case {$case}");
            ++$codes[$code];
        }
        (new Filesystem())->remove($folder);
        self::assertSame(Cases::number(4), array_sum($codes));
    }

    /** @return iterable<string, array{string, string}> the file, and the command that reads it */
    public static function commands(): iterable
    {
        foreach (ChangedFile::COMMANDS as $file => $commands) {
            foreach ($commands as $command) {
                yield "{$command} {$file}" => [$file, $command];
            }
        }
    }

    /** The same through the command line, each in a process of its own: it ends with 0 or 1, or with 2 and one line that says why. */
    public function testACommandSaysWhyItCannotReadAChangedFile(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(6));
        $folder = sys_get_temp_dir().'/zigzag-fuzz-'.bin2hex(random_bytes(6));
        mkdir($folder);
        try {
            foreach (ChangedFile::COMMANDS as $file => $commands) {
                $good = ChangedFile::good($file);
                for ($case = 0; $case < Cases::number(1); ++$case) {
                    foreach ($commands as $command) {
                        file_put_contents("{$folder}/{$file}", ChangedFile::changed($good, $random));
                        $process = new Process(
                            [\dirname(__DIR__, 2).'/bin/zigzag', ...explode(' ', $command), $file, ...'convert' === $command ? ['out.tape'] : []],
                            $folder,
                            timeout: 120,
                        );
                        $code = $process->run();
                        self::assertContains($code, [0, 1, 2], "{$command} {$file}: {$process->getErrorOutput()}");
                        self::assertDoesNotMatchRegularExpression(
                            '/PHP |Fatal|Stack trace|Warning:/',
                            $process->getErrorOutput().$process->getOutput(),
                            "{$command} {$file}",
                        );
                        self::assertNotSame([2, ''], [$code, trim($process->getErrorOutput())], "{$command} {$file}");
                    }
                }
            }
        } finally {
            (new Filesystem())->remove($folder);
        }
    }
}
