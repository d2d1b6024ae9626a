<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\MarkEar;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Rig\Kit;

/** The control that says that something was wrong, heard in what a real device plays. */
final class MarkEarTest extends TestCase
{
    /** @return iterable<string, array{string, string, bool}> control, what comes at its port, whether it is that */
    public static function played(): iterable
    {
        yield 'a press' => ['Switch', 'B0 50 7F', true];
        yield 'a soft one' => ['Switch', 'B0 50 01', true];
        yield 'let go' => ['Switch', 'B0 50 00', false];
        yield 'another number' => ['Switch', 'B0 51 7F', false];
        yield 'another channel' => ['Switch', 'B1 50 7F', false];
        yield 'among others' => ['Switch', 'B0 07 40 B0 50 7F', true];
        yield 'first of several' => ['Switch', 'B0 50 7F B0 07 00', true];
        yield 'by running status' => ['Switch', 'B0 07 40 50 7F', true];
        yield 'the beginning of it' => ['Switch', 'B0 50', false];
        yield 'a clock between its bytes' => ['Switch', 'B0 50 F8 7F', true];
        yield 'a key' => ['Pad', '90 24 40', true];
        yield 'a key that is let go' => ['Pad', '80 24 40', false];
        yield 'or with velocity 0' => ['Pad', '90 24 00', false];
        yield 'a program' => ['Up', 'C0 05', true];
        yield 'another program' => ['Up', 'C0 06', false];
    }

    #[DataProvider('played')]
    public function testAPressIsHeard(string $control, string $hex, bool $isMark): void
    {
        $ear = self::ear($control);
        self::assertSame($isMark, $ear->hears('floor', (string) Bytes::fromHex($hex)));
        self::assertFalse(self::ear($control)->hears('other', (string) Bytes::fromHex($hex)), 'at another port it is something else');
    }

    public function testWhatCameHalfGoesOnUnlessItIsForgotten(): void
    {
        $ear = self::ear('Switch');
        self::assertFalse($ear->hears('floor', "\xB0\x50"));
        $saved = $ear->save();
        self::assertTrue($ear->hears('floor', "\x7F"));
        $again = self::ear('Switch');
        $again->restore($saved);
        self::assertTrue($again->hears('floor', "\x7F"), 'kept and loaded');
        $again->restore($saved);
        $again->forget('floor');
        self::assertFalse($again->hears('floor', "\x7F"));
    }

    public function testWithoutSuchAControlNothingIsOne(): void
    {
        self::assertFalse(MarkEar::of(null)->hears('floor', "\xB0\x50\x7F"));
        self::assertFalse(self::ear(null)->hears('floor', "\xB0\x50\x7F"));
    }

    private static function ear(?string $control): MarkEar
    {
        $press = static fn (string $name, string $kind, int $number): array => [
            'name' => $name,
            'sort' => 'switch',
            'sends' => [['gesture' => 'press', 'message' => ['kind' => $kind, 'number' => $number]]],
        ];
        $rig = Kit::rig(
            ['board' => Kit::board([$press('Switch', 'cc', 80), $press('Up', 'program', 5), ['sort' => 'pad'] + $press('Pad', 'note', 36)])],
            [['name' => 'board', 'chart' => 'board']],
            [Kit::lead('a', 'board out', 'post floor')],
        );
        $json = ['rulebook' => "port floor in\nport other in\n", 'show' => null === $control ? [] : ['mark' => ['unit' => 'board', 'control' => $control]]]
            + Json::members(Json::write($rig));

        return MarkEar::of(Patch::of(RigFile::setup(RigFile::rig(Json::encode($json)))));
    }
}
