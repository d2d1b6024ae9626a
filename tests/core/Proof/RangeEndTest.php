<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Format\Event;
use ZigzagPost\Core\Proof\RangeEnd;
use ZigzagPost\Core\Rulebook\Change\Source;

/** The ends of what rules take, the press that is there, and which messages are at them. */
final class RangeEndTest extends TestCase
{
    /** @return iterable<string, array{string, array<string, string>}> what a rule takes, and the press at each end, in hexadecimal */
    public static function takes(): iterable
    {
        yield 'keys' => ['note key 36..48', ['key 36' => '90 24 64 / 80 24 40', 'key 48' => '90 30 64 / 80 30 40']];
        yield 'one key on a channel' => ['note key 36 channel 10', ['key 36' => '99 24 64 / 89 24 40']];
        yield 'velocities' => ['note velocity 1..80', ['velocity 1' => '90 3C 01 / 80 3C 40', 'velocity 80' => '90 3C 50 / 80 3C 40']];
        yield 'no velocity is no press' => ['note velocity 0..9', ['velocity 0' => '90 3C 01 / 80 3C 40', 'velocity 9' => '90 3C 09 / 80 3C 40']];
        yield 'keys with velocities' => [
            'note key 60..72 velocity 64..127',
            [
                'key 60' => '90 3C 7F / 80 3C 40',
                'key 72' => '90 48 7F / 80 48 40',
                'velocity 64' => '90 3C 40 / 80 3C 40',
                'velocity 127' => '90 3C 7F / 80 3C 40',
            ],
        ];
        yield 'controllers' => ['cc 20..22', ['number 20' => 'B0 14 7F / B0 14 00', 'number 22' => 'B0 16 7F / B0 16 00']];
        yield 'values of a controller' => [
            'cc 20 value 10..90 channel 2',
            ['value 10' => 'B1 14 0A / B1 14 00', 'value 90' => 'B1 14 5A / B1 14 00', 'number 20' => 'B1 14 5A / B1 14 00'],
        ];
        yield 'two ranges' => [
            'cc 7, 20..21',
            ['number 7' => 'B0 07 7F / B0 07 00', 'number 20' => 'B0 14 7F / B0 14 00', 'number 21' => 'B0 15 7F / B0 15 00'],
        ];
        yield 'programs' => ['program 3..5', ['number 3' => 'C0 03', 'number 5' => 'C0 05']];
        yield 'nothing with ends' => ['bend', []];
    }

    /** @param array<string, string> $expected */
    #[DataProvider('takes')]
    public function testThePressAtEachEnd(string $take, array $expected): void
    {
        $ends = RangeEnd::of(Source::of("port a in\nport x out\n\nrule \"R\"\n  take {$take}\n  drop\n")->book);
        $presses = [];
        foreach ($ends as $end) {
            $events = $end->press(1000, 500);
            $presses["{$end->what} {$end->at}"] = implode(
                ' / ',
                array_map(static fn (Event $event): string => strtoupper(trim(chunk_split(bin2hex($event->bytes), 2, ' '))), $events),
            );
            self::assertSame([1000, 1500], array_map(static fn (Event $event): int => $event->timeUs, $events) + [1 => 1500]);
            if (!str_contains($take, 'velocity 0')) {
                self::assertTrue($end->isAt('a', $events[0]->bytes), "{$end->what} {$end->at} is at itself");
            }
            self::assertFalse($end->isAt('b', $events[0]->bytes), 'nothing of another port');
        }
        ksort($expected);
        ksort($presses);

        self::assertSame($expected, $presses);
    }

    public function testProgramsAreCountedAsTheRulesDo(): void
    {
        $end = RangeEnd::of(Source::of("port a in\nprograms from 1\n\nrule \"R\"\n  take program 3\n  drop\n")->book)[0] ?? self::fail('no end');

        self::assertSame("\xC0\x02", $end->press(0, 0)[0]->bytes);
        self::assertTrue($end->isAt('a', "\xC0\x02"));
        self::assertFalse($end->isAt('a', "\xC0\x03"));
    }

    /** @return iterable<string, array{string, bool}> a message, and whether it is at key 36 of "note key 36..48 velocity 10..99 channel 2" */
    public static function messages(): iterable
    {
        yield 'there' => ['91 24 40', true];
        yield 'the softest' => ['91 24 0A', true];
        yield 'the hardest' => ['91 24 63', true];
        yield 'too soft' => ['91 24 09', false];
        yield 'too hard' => ['91 24 64', false];
        yield 'another key' => ['91 25 40', false];
        yield 'the other end' => ['91 30 40', false];
        yield 'another channel' => ['90 24 40', false];
        yield 'letting go' => ['81 24 40', false];
        yield 'letting go by no velocity' => ['91 24 00', false];
        yield 'a controller' => ['B1 24 40', false];
        yield 'clock' => ['F8', false];
    }

    #[DataProvider('messages')]
    public function testWhatIsAtAnEnd(string $message, bool $isAt): void
    {
        $ends = RangeEnd::of(Source::of("port a in\n\nrule \"R\"\n  take note key 36..48 velocity 10..99 channel 2\n  drop\n")->book);
        $low =
            array_values(array_filter($ends, static fn (RangeEnd $end): bool => 'key' === $end->what && 36 === $end->at))[0] ?? self::fail('no end');

        self::assertSame($isAt, $low->isAt('a', (string) hex2bin(str_replace(' ', '', $message))));
        self::assertSame(RangeEnd::sort('a', "\x91\x24\x40"), $low->sortOfIt());
    }
}
