<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use App\Storage\Shelf;
use App\Storage\StorageProblem;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;

/** Files that a show cannot do without, on a disk that takes no more. */
final class ShelfTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/zigzag-shelf-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
        touch("{$this->folder}/full"); // no folder can be made in its place
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    public function testWhatTheDiskDoesNotTakeIsKeptInMemoryUntilItDoes(): void
    {
        $full = new Shelf("{$this->folder}/full", "{$this->folder}/memory");
        self::assertFalse($full->write('a', 'one'));
        self::assertSame('one', $full->read('a'));
        $roomy = new Shelf("{$this->folder}/disk", "{$this->folder}/memory");
        self::assertTrue($roomy->write('a', 'two'));
        self::assertSame('two', $roomy->read('a'));
        self::assertNull((new Shelf("{$this->folder}/full", "{$this->folder}/memory"))->read('a'), 'the copy in memory is gone');
        self::assertSame([], glob("{$this->folder}/*/*.part"));
    }

    public function testWhatIsWrittenOftenGoesToDiskNowAndThen(): void
    {
        $shelf = new Shelf("{$this->folder}/disk", "{$this->folder}/memory");
        self::assertSame([true, null, null], [$shelf->writeOften('b', '1', 2), $shelf->writeOften('b', '2', 2), $shelf->writeOften('b', '3', 2)]);
        self::assertSame(['3', '1'], [$shelf->read('b'), file_get_contents("{$this->folder}/disk/b")]);
        self::assertFalse((new Shelf("{$this->folder}/full", "{$this->folder}/memory"))->writeOften('b', '4', 2));
        self::assertSame('4', $shelf->read('b'), 'and playing goes on');
    }

    public function testWithoutDiskAndMemoryItIsToldWhatToDo(): void
    {
        $this->expectException(StorageProblem::class);
        $this->expectExceptionMessage('make room');
        (new Shelf("{$this->folder}/full", "{$this->folder}/full"))->write('c', 'x');
    }

    public function testWhatIsOldIsSwept(): void
    {
        $shelf = new Shelf("{$this->folder}/disk", "{$this->folder}/memory");
        $shelf->write('old', 'x');
        $shelf->write('new', 'x');
        touch("{$this->folder}/disk/old", time() - 1000, time() - 1000);
        $shelf->sweep(500);
        self::assertSame([null, 'x'], [$shelf->read('old'), $shelf->read('new')]);
    }
}
