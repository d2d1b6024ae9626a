<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Midi;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Identity;

/** What devices answer when they are asked what they are. */
final class IdentityTest extends TestCase
{
    /** @return iterable<string, array{string, string|null}> */
    public static function answers(): iterable
    {
        yield 'a maker of one byte' => ['F0 7E 00 06 02 7D 01 02 03 04 01 00 02 05 F7', 'maker 7D, family 257, member 515, version 1.0.2.5'];
        yield 'a maker of three' => ['F0 7E 7F 06 02 00 7F 7E 00 01 7F 00 00 00 00 00 F7', 'maker 00 7F 7E, family 128, member 127, version 0.0.0.0'];
        yield 'a maker of three bytes' => ['F0 7E 10 06 02 00 7F 7E 7F 7F 00 00 09 08 07 06 F7', 'maker 00 7F 7E, family 16383, member 0, version 9.8.7.6'];
        yield 'the question' => ['F0 7E 7F 06 01 F7', null];
        yield 'cut off' => ['F0 7E 00 06 02 7D 01 02 03 04 01 00 02 05', null];
        yield 'too short' => ['F0 7E 00 06 02 7D 01 02 03 04 01 00 02 F7', null];
        yield 'too long' => ['F0 7E 00 06 02 7D 01 02 03 04 01 00 02 05 06 F7', null];
        yield 'real time' => ['F0 7F 00 06 02 7D 01 02 03 04 01 00 02 05 F7', null];
        yield 'something else' => ['F0 7E 00 06 03 7D 01 02 03 04 01 00 02 05 F7', null];
        yield 'no system exclusive' => ['90 3C 64', null];
    }

    #[DataProvider('answers')]
    public function testAnAnswerIsReadByItsBytes(string $bytes, ?string $words): void
    {
        self::assertSame($words, Identity::of((string) Bytes::fromHex($bytes))?->words());
    }

    public function testRandomBytesAreSurvived(): void
    {
        self::assertNull(Identity::of(''));
        for ($case = 0; $case < 500; ++$case) {
            $identity = Identity::of("\xF0\x7E".random_bytes(random_int(1, 20)));
            self::assertTrue(null === $identity || '' !== $identity->words());
        }
    }
}
