<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Tests\Core\Kept;

/**
 * What is computed of two dozen rigs that look nothing alike stays as it was. Whoever means to change it runs this with ZIGZAG_RENEW=1,
 * and reads the difference before it is kept.
 */
final class ComputedTest extends TestCase
{
    private const FOLDER = __DIR__.'/computed';

    /** @return iterable<string, array{string}> */
    public static function rigs(): iterable
    {
        foreach (glob(self::FOLDER.'/*.rig.json') ?: [] as $file) {
            yield basename($file, '.rig.json') => [$file];
        }
    }

    #[DataProvider('rigs')]
    public function testWhatIsComputedStays(string $file): void
    {
        Kept::asIn(str_replace('.rig.json', '.txt', $file), Computed::of((string) file_get_contents($file)));
    }
}
