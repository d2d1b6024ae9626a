<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Storage\CodeFolder;
use App\Storage\DataFolder;
use App\Storage\MemoryFolder;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;

/** Whatever other users of the machine put in our way, nothing of theirs is read or run. */
final class OwnFilesTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/zigzag-own-'.bin2hex(random_bytes(6));
        mkdir("{$this->folder}/shared", 0o700, true);
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    public function testTheNameOfTheFolderInMemoryCannotBeGuessedAndStays(): void
    {
        $names = [];
        for ($i = 0; $i < 50; ++$i) {
            $pointer = "{$this->folder}/{$i}.memory";
            $path = $this->memory($pointer)->path();
            self::assertSame($path, $this->memory($pointer)->path(), 'another process finds the same');
            self::assertSame(0o700, fileperms($path) & 0o777);
            self::assertSame(0o600, fileperms($pointer) & 0o777);
            $names[] = basename($path);
        }
        self::assertCount(50, array_unique($names));
        self::assertSame([], preg_grep('/^zigzag-[0-9a-f]{32}$/D', $names, \PREG_GREP_INVERT));
    }

    /** @return iterable<string, array{string, int|null, int|null}> what stands there, its mode, its owner */
    public static function strangers(): iterable
    {
        foreach (['folder', 'link', 'file', 'pipe'] as $what) {
            foreach ([0o700, 0o755, 0o770, 0o777, 0o1777] as $mode) {
                foreach ([null, 65534] as $owner) {
                    if ('folder' !== $what || 0o700 !== $mode || null !== $owner) {
                        yield \sprintf('%s %o %s', $what, $mode, $owner ?? 'ours') => [$what, $mode, $owner];
                    }
                }
            }
        }
    }

    #[DataProvider('strangers')]
    public function testAFolderThatIsNotOursIsLeftAlone(string $what, int $mode, ?int $owner): void
    {
        $name = 'zigzag-'.bin2hex(random_bytes(16));
        file_put_contents("{$this->folder}/a.memory", $name);
        chmod("{$this->folder}/a.memory", 0o600);
        $there = "{$this->folder}/shared/{$name}";
        mkdir("{$this->folder}/elsewhere", 0o700);
        match ($what) {
            'folder' => mkdir($there),
            'link' => symlink("{$this->folder}/elsewhere", $there),
            'file' => touch($there),
            default => posix_mkfifo($there, 0o600),
        };
        if ('link' !== $what) {
            chmod($there, $mode);
        }
        if (null !== $owner && (0 !== posix_geteuid() || !('link' === $what ? lchown($there, $owner) : chown($there, $owner)))) {
            self::assertNotSame(0, posix_geteuid()); // only root can make what is another's
            $owner = null;
            if ('folder' === $what && 0o700 === $mode) {
                return;
            }
        }
        $path = $this->memory("{$this->folder}/a.memory")->path();
        self::assertNotSame($there, $path);
        self::assertTrue(MemoryFolder::isOurs($path));
        self::assertSame($path, $this->memory("{$this->folder}/a.memory")->path());
        self::assertSame([], glob("{$this->folder}/elsewhere/*"));
    }

    public function testAPointerThatOthersCouldHaveWrittenIsNotFollowed(): void
    {
        $trap = 'zigzag-'.str_repeat('ab', 16);
        mkdir("{$this->folder}/shared/{$trap}", 0o700);
        foreach ([$trap => 0o666, "../{$trap}" => 0o600, '' => 0o600, str_repeat('x', 5000) => 0o600, "{$trap}\n" => 0o600] as $text => $mode) {
            file_put_contents("{$this->folder}/b.memory", $text);
            chmod("{$this->folder}/b.memory", $mode);
            self::assertNotSame("{$this->folder}/shared/{$trap}", $this->memory("{$this->folder}/b.memory")->path());
            unlink("{$this->folder}/b.memory");
        }
    }

    public function testWithoutRoomForItAFolderOnDiskServes(): void
    {
        $memory = new MemoryFolder("{$this->folder}/c.memory", "{$this->folder}/instead", "{$this->folder}/none");
        self::assertSame("{$this->folder}/instead", $memory->path());
        $memory = new MemoryFolder('/proc/none/c.memory', "{$this->folder}/instead", "{$this->folder}/shared");
        self::assertSame("{$this->folder}/instead", $memory->path());
    }

    public function testWhereTheFolderWasGuessableNothingIsReadAnyMore(): void
    {
        $data = new DataFolder("{$this->folder}/d.sqlite");
        mkdir($data->formerlyInMemory(), 0o777);
        file_put_contents($data->formerlyInMemory().'/evil.php', '<?php throw new \Exception("run");');
        self::assertNotSame($data->formerlyInMemory(), $data->inMemory());
        (new Filesystem())->remove([$data->formerlyInMemory(), $data->inMemory()]);
    }

    /** @return iterable<string, array{callable(string): mixed}> */
    public static function openings(): iterable
    {
        yield 'the file is open to the group' => [static fn (string $folder): bool => chmod("{$folder}/in/code/a.php", 0o664)];
        yield 'the file is open to all' => [static fn (string $folder): bool => chmod("{$folder}/in/code/a.php", 0o666)];
        yield 'its folder is open' => [static fn (string $folder): bool => chmod("{$folder}/in/code", 0o777)];
        yield 'its folder is open to the group' => [static fn (string $folder): bool => chmod("{$folder}/in/code", 0o770)];
        yield 'a folder above is open' => [static fn (string $folder): bool => chmod("{$folder}/in", 0o777)];
        yield 'it is a link' => [
            static fn (string $folder): bool => rename("{$folder}/in/code/a.php", "{$folder}/in/b.php")
                && symlink("{$folder}/in/b.php", "{$folder}/in/code/a.php"),
        ];
        if (0 === posix_geteuid()) {
            yield 'the file is another\'s' => [static fn (string $folder): bool => chown("{$folder}/in/code/a.php", 65534)];
            yield 'its folder is another\'s' => [static fn (string $folder): bool => chown("{$folder}/in/code", 65534)];
        }
    }

    /** @param callable(string): mixed $open */
    #[DataProvider('openings')]
    public function testCodeThatOthersCouldHaveWrittenIsNotLoaded(callable $open): void
    {
        $code = new CodeFolder("{$this->folder}/in/code");
        mkdir("{$this->folder}/in/code", 0o700, true);
        self::assertTrue($code->write('a.php', '<?php'));
        self::assertSame("{$this->folder}/in/code/a.php", $code->file('a.php'));
        $open($this->folder);
        clearstatcache();
        self::assertNull($code->file('a.php'));
    }

    public function testNothingIsMadeIntoObjectsThatIsRead(): void
    {
        $root = \dirname(__DIR__, 2);
        foreach (['core', 'src'] as $folder) {
            foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$root}/{$folder}", \FilesystemIterator::SKIP_DOTS)) as $file) {
                \assert($file instanceof \SplFileInfo);
                $text = (string) file_get_contents($file->getPathname());
                self::assertSame(substr_count($text, 'unserialize('), substr_count($text, "['allowed_classes' => false]"), $file->getFilename());
                $loads = preg_match_all(
                    '/\b(?:require|include)(?:_once)?\s/',
                    preg_replace('#/\*.*?\*/|//[^\n]*|\'[^\'\n]*\'|"[^"\n]*"#s', '', $text) ?? '',
                );
                $known = ['Books.php' => 2, 'zigzag.php' => 1, 'player.php' => 1, 'watch.php' => 1, 'BookShelf.php' => 1];
                self::assertSame($known[$file->getFilename()] ?? 0, $loads, $file->getPathname());
            }
        }
    }

    private function memory(string $pointer): MemoryFolder
    {
        return new MemoryFolder($pointer, "{$this->folder}/instead", "{$this->folder}/shared");
    }
}
