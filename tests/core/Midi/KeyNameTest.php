<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Midi;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\KeyName;
use ZigzagPost\Core\Midi\MiddleC;

final class KeyNameTest extends TestCase
{
    #[TestWith(['C4', 60])]
    #[TestWith(['C-1', 0])]
    #[TestWith(['G9', 127])]
    #[TestWith(['G#9', null])]
    #[TestWith(['F#2', 42])]
    #[TestWith(['Bb-1', 10])]
    #[TestWith(['Cb4', 59])]
    #[TestWith(['B#3', 60])]
    #[TestWith(['Cb-1', null])]
    #[TestWith(['H4', null])]
    #[TestWith(['c4', null])]
    public function testNames(string $name, ?int $key): void
    {
        self::assertSame($key, KeyName::parse($name));
    }

    public function testBothConventionsNameEveryKey(): void
    {
        foreach (MiddleC::cases() as $middle) {
            self::assertSame(60, KeyName::parse($middle->value, $middle));
            for ($key = 0; $key <= 127; ++$key) {
                self::assertSame($key, KeyName::parse(KeyName::of($key, $middle), $middle));
            }
        }
    }
}
