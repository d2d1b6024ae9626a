<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use ZigzagPost\Tests\Core\Cases;

/** Another library in place of the one that is here: on a disk that takes only so much nothing is changed, and everything can be brought back. */
final class PutAsideTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/zigzag-aside-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        self::assertSame([0, ''], $this->prepare(''));
        $this->execute("UPDATE document SET name = 'Mine' WHERE name = 'The Salt Ferry'");
    }

    protected function tearDown(): void
    {
        $memory = (string) @file_get_contents("{$this->folder}/a.memory");
        (new Filesystem())->remove([$this->folder, ...'' === $memory ? [] : ["/dev/shm/{$memory}"]]);
    }

    public function testOnADiskThatTakesNoMoreNothingIsChanged(): void
    {
        $size = (int) filesize("{$this->folder}/a.sqlite");
        self::assertSame(0, $this->prepare('--fresh')[0]); // something put aside, and other data in its place
        $this->execute("UPDATE document SET name = 'Other' WHERE name = 'The Salt Ferry'");
        $before = $this->names();
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(17));
        $refused = 0;
        for ($i = 0; $i < Cases::number(9); ++$i) {
            $option = ['--fresh', '--restore', '--bring-back'][$i % 3];
            $kilobytes = $random->getInt(0, intdiv($size, 1024) - 40);
            [$exit, $error] = $this->prepare($option, $kilobytes);
            self::assertSame(1, $exit, "{$option} with {$kilobytes} KiB: {$error}");
            self::assertSame(1, substr_count($error, "\n"), $error);
            self::assertSame($before, $this->names(), "{$option} with {$kilobytes} KiB");
            self::assertFileDoesNotExist("{$this->folder}/a.next.sqlite");
            ++$refused;
        }
        self::assertCount(1, glob("{$this->folder}/a.aside-*.sqlite") ?: []);
        self::assertGreaterThan(0, $refused);
    }

    public function testWhatWasPutAsideIsBroughtBackByItsNameOrAsTheLatest(): void
    {
        $mine = $this->names();
        self::assertSame(0, $this->prepare('--fresh')[0]);
        $fresh = $this->names();
        self::assertNotSame($mine, $fresh);
        self::assertSame(0, $this->prepare('--bring-back')[0]);
        self::assertSame($mine, $this->names());
        self::assertSame(0, $this->prepare('--bring-back')[0]);
        self::assertSame($fresh, $this->names(), 'the latest is what has just been put aside');
        [$first] = glob("{$this->folder}/a.aside-*.sqlite") ?: [''];
        foreach (glob("{$this->folder}/a.aside-*.sqlite") ?: [] as $file) {
            $first = \strlen($file) < \strlen($first) ? $file : $first;
        }
        self::assertSame(0, $this->prepare('--bring-back='.basename($first))[0]);
        self::assertSame($mine, $this->names());
        self::assertStringContainsString('there is no such file beside the database', $this->prepare('--bring-back=../../etc/passwd')[1]);
        self::assertSame($mine, $this->names());
    }

    /** What something else can make of a library: nothing, a few bytes, tables without anything. */
    public function testWhatHasBeenEmptiedIsNoNewLibrary(): void
    {
        $mine = $this->names();
        foreach (['', "\0", str_repeat("\0", 4096), 'SQLite format 3', null, 'tables'] as $content) {
            @unlink("{$this->folder}/a.sqlite");
            if ('tables' === $content) {
                (new \PDO("sqlite:{$this->folder}/a.sqlite"))->exec('PRAGMA user_version = 3');
            } elseif (null !== $content) {
                file_put_contents("{$this->folder}/a.sqlite", $content);
            }
            [$exit, $error] = $this->prepare('');
            self::assertSame(1, $exit, (string) json_encode($content));
            self::assertStringContainsString('bin/demo --restore', $error);
            if (null !== $content && 'tables' !== $content) {
                self::assertSame($content, file_get_contents("{$this->folder}/a.sqlite"), 'it is left as it is');
            }
        }
        self::assertSame(0, $this->prepare('--restore')[0]);
        self::assertSame(
            str_replace('Mine', 'The Salt Ferry', implode("\n", $mine)),
            implode("\n", $this->names()),
            'as it was when the copy of the day was made',
        );
    }

    /** @return array{int, string} exit status, and errors */
    private function prepare(string $option, ?int $kilobytes = null): array
    {
        $limit = null === $kilobytes ? '' : "trap '' XFSZ; ulimit -f {$kilobytes}; ";
        $process = new Process(
            ['bash', '-c', "{$limit}exec php bin/console app:prepare {$option}"],
            \dirname(__DIR__, 2),
            ['APP_ENV' => 'prod', 'APP_DEBUG' => '0', 'ZIGZAG_DATABASE' => "{$this->folder}/a.sqlite"],
            timeout: 60,
        );
        $process->run();

        return [(int) $process->getExitCode(), $process->getErrorOutput()];
    }

    /** @return list<string> */
    private function names(): array
    {
        $found = (new \PDO("sqlite:{$this->folder}/a.sqlite"))->query('SELECT name || substr(text, 1, 80) FROM document ORDER BY kind, name');
        self::assertNotFalse($found);

        return array_values(array_filter($found->fetchAll(\PDO::FETCH_COLUMN), is_string(...)));
    }

    private function execute(string $sql): void
    {
        (new \PDO("sqlite:{$this->folder}/a.sqlite"))->exec($sql);
    }
}
