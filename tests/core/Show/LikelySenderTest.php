<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Show\Learn\LikelySender;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Which unit of a rig could have sent what was heard. */
final class LikelySenderTest extends TestCase
{
    /** @return iterable<string, array{string, string}> messages, and units with how many of the controls they have of those heard */
    public static function heard(): iterable
    {
        yield 'nothing' => ['', ''];
        yield 'a controller of one' => ['BF 50 7F', 'floor 1/1'];
        yield 'of both' => ['BF 50 7F, BF 50 00, BF 14 01', 'floor 2/2, strip 1/2'];
        yield 'on a channel of none' => ['B3 50 7F', ''];
        yield 'a parameter in its halves' => ['B2 63 01, B2 62 05, B2 06 07, B2 26 00', 'slab 4/4'];
        yield 'and one half too many' => ['B2 60 01, B2 06 07', 'slab 1/2'];
        yield 'keys' => ['92 24 64, 82 24 40, 92 60 64', 'slab 2/2'];
        yield 'keys beyond the ends' => ['92 23 64, 92 61 64', ''];
        yield 'a parameter of the other sort' => ['B4 65 01, B4 64 05, B4 06 07, B4 26 00', 'rpn 4/4'];
        yield 'and halves of the first sort' => ['B4 63 01, B4 62 05, B4 06 07', 'rpn 1/3'];
        yield 'bend and pressure' => ['E2 00 40, D2 05, A2 30 01', 'slab 1/3'];
        yield 'a pair' => ['B0 0B 01, B0 2B 40, B0 2C 01', 'strip 2/3'];
        yield 'a program' => ['CF 05', 'floor 1/1'];
        yield 'system messages' => ['F8, FE, F0 7E 7F 06 01 F7', ''];
    }

    #[DataProvider('heard')]
    public function testUnitsAreProposedByWhatTheySend(string $messages, string $units): void
    {
        $control = static fn (string $kind, ?int $number, ?int $channel = null): array => [
            'name' => "{$kind} {$number}",
            'sort' => 'knob',
            'sends' => [['gesture' => 'move', 'message' => ['kind' => $kind] + array_filter(['number' => $number, 'channel' => $channel], is_int(...))]],
        ];
        $rig = Kit::rig(
            [
                'floor' => self::board(16, [$control('cc', 80), $control('cc', 20), $control('program', null)]),
                'strip' => self::board(16, [$control('cc', 20), $control('cc14', 11, channel: 1)]),
                'rpn' => self::board(5, [$control('rpn', 133)]),
                'slab' => self::board(3, [$control('nrpn', 133), $control('bend', null)], ['keys' => ['low' => 36, 'high' => 96, 'key60' => 'C4']]),
            ],
            array_map(static fn (string $name): array => ['name' => $name, 'chart' => $name], ['floor', 'strip', 'slab', 'rpn']),
            [],
        );
        $heard = '' === $messages ? [] : array_map(static fn (string $hex): string => (string) Bytes::fromHex($hex), explode(', ', $messages));
        $found = array_map(
            static fn (LikelySender $each): string => "{$each->unit} {$each->known}/{$each->heard}",
            LikelySender::of(Kit::setup($rig), $heard),
        );
        self::assertSame($units, implode(', ', $found));
    }

    /**
     * @param list<array<string, mixed>> $controls
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    private static function board(int $channel, array $controls, array $more = []): array
    {
        return ['sends' => [['at' => ['out'], 'channel' => $channel]], ...$more, ...Kit::board($controls, $channel)];
    }
}
