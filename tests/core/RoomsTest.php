<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use PHPUnit\Framework\TestCase;

/** No circle between the folders of the core: each uses those below it only, as its `use` statements and the drawing say. */
final class RoomsTest extends TestCase
{
    private const CORE = __DIR__.'/../../core';

    public function testEachFolderUsesThoseBelowItOnly(): void
    {
        $wrong = [];
        foreach ($this->files() as $room => $files) {
            foreach ($files as $file) {
                preg_match_all('/^use ZigzagPost\\\\Core\\\\([\\w\\\\]+)\\\\\\w+;$/m', (string) file_get_contents($file), $match);
                foreach ($match[1] as $used) {
                    $used = str_replace('\\', '/', $used);
                    if (!\in_array($used, Rooms::MAY_USE[$room] ?? [], true)) {
                        $wrong[] = "{$room} uses {$used} in ".basename($file);
                    }
                }
            }
        }
        self::assertSame([], $wrong);
    }

    public function testTheListHasEveryFolderAndGoesUpwards(): void
    {
        self::assertEqualsCanonicalizing(array_keys($this->files()), array_keys(Rooms::MAY_USE));
        $below = [];
        foreach (Rooms::MAY_USE as $room => $used) {
            self::assertSame([], array_diff($used, $below), "{$room} uses what stands above it");
            $below[] = $room;
        }
    }

    public function testTheDrawingShowsTheSameArrows(): void
    {
        $text = (string) file_get_contents(__DIR__.'/../../core/README.md');
        foreach (Rooms::MAY_USE as $room => $used) {
            self::assertStringContainsString(rtrim("{$room} -> ".implode(', ', $used))."\n", $text);
        }
    }

    /** @return array<string, list<string>> files by room */
    private function files(): array
    {
        $files = [];
        /** @var \SplFileInfo $file */
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(self::CORE, \FilesystemIterator::SKIP_DOTS)) as $file) {
            if ('php' === $file->getExtension()) {
                $files[substr($file->getPath(), \strlen(self::CORE) + 1)][] = $file->getPathname();
            }
        }

        return $files;
    }
}
