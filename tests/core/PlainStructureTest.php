<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Finder\Finder;

/** Habits that make code hard to pick up: they are counted, and may become fewer only. */
final class PlainStructureTest extends TestCase
{
    private const ROOT = __DIR__.'/../..';
    private const LONGEST_LINE = 160;
    private const TUPLES = 20;

    public function testNoLineIsLongerThanAScreenIsWide(): void
    {
        $long = [];
        foreach (self::files('core', 'src', 'tests', 'config', 'public') as $file => $text) {
            foreach (explode("\n", $text) as $index => $line) {
                if (mb_strlen($line) > self::LONGEST_LINE) {
                    $long[] = "{$file}:".($index + 1);
                }
            }
        }
        self::assertSame([], $long);
    }

    /** What stands in one string is taken apart only where it came in so: meaning is kept in fields. */
    public function testNothingIsPutTogetherToBeTakenApart(): void
    {
        $apart = [];
        foreach (self::files('core', 'src') as $file => $text) {
            // Tables are pasted with tabs; nothing else has them.
            if (!str_starts_with($file, 'core/Rig/Table/') && 1 === preg_match('/explode\\("\\\\t"/', $text)) {
                $apart[] = $file;
            }
        }
        self::assertSame([], $apart);
    }

    /** Positional tuples: values with names take their place, one after the other. */
    public function testTuplesBecomeFewer(): void
    {
        $tuples = 0;
        foreach (self::files('core', 'src') as $text) {
            $tuples += preg_match_all('/array\{(?![^{}]*[a-zA-Z\'"]\??:)/', $text);
        }
        self::assertLessThanOrEqual(self::TUPLES, $tuples);
    }

    /** @return iterable<string, string> contents of PHP files by their path */
    private static function files(string ...$folders): iterable
    {
        $folders = array_map(static fn (string $folder): string => self::ROOT."/{$folder}", $folders);
        foreach ((new Finder())->files()->in($folders)->name('*.php')->notPath('build') as $file) {
            yield substr($file->getPathname(), \strlen(self::ROOT) + 1) => $file->getContents();
        }
    }
}
