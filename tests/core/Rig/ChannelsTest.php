<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Plan\Disjoint;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** On which channels a part answers, how such a set reads, and whether two parts have anything in common. */
final class ChannelsTest extends TestCase
{
    /**
     * A part, its own channel, where it answers, and the run if it fits.
     *
     * @return iterable<string, array{array<string, mixed>, int|string|null, string, string|null}>
     */
    public static function parts(): iterable
    {
        yield 'one' => [[], 3, '3', '3'];
        yield 'the last' => [[], 16, '16', '16'];
        yield 'a run' => [['width' => 4], 5, '5 to 8', '5 to 8'];
        yield 'a run to the end' => [['width' => 4], 13, '13 to 16', '13 to 16'];
        yield 'a run beyond it' => [['width' => 4], 15, '15 to 16', null];
        yield 'all of them' => [['width' => 16], 1, '1 to 16', '1 to 16'];
        yield 'all but for the first' => [['width' => 16], 2, '2 to 16', null];
        yield 'omni' => [[], ChannelType::OMNI, '1 to 16', '1 to 16'];
        yield 'none that is known' => [[], null, '', ''];
        yield 'a lower zone' => [['zone' => ['side' => 'lower', 'members' => 3]], 9, '1 to 4', '1 to 4'];
        yield 'an upper zone' => [['zone' => ['side' => 'upper', 'members' => 3]], 9, '13 to 16', '13 to 16'];
        yield 'a whole zone' => [['zone' => ['side' => 'upper', 'members' => 15]], null, '1 to 16', '1 to 16'];
        yield 'what needs no channel' => [['kinds' => ['clock' => true, 'sysex' => true]], 4, '', ''];
        yield 'what needs one beside' => [['kinds' => ['clock' => true, 'cc' => true]], 4, '4', '4'];
        yield 'what it does not hear needs none' => [['kinds' => ['clock' => true, 'cc' => false]], 4, '', ''];
    }

    /** @param array<string, mixed> $part */
    #[DataProvider('parts')]
    public function testWhereAPartAnswers(array $part, int|string|null $own, string $answered, ?string $run): void
    {
        $box = self::box(['hears' => [$part + ['id' => 'all', 'at' => ['in'], 'channel' => 1]]]);
        $mask = Channels::answered($box, self::part($box), $own);
        self::assertSame($answered, Channels::print($mask));
        self::assertSame(\count(Channels::list($mask)), Channels::count($mask));
        $ofPart = Channels::ofPart($box, self::part($box), $own);
        self::assertSame($run, null === $ofPart ? null : Channels::print($ofPart));
    }

    public function testSetsInWords(): void
    {
        $words = static fn (int ...$channels): string => Channels::print(
            array_sum(array_map(static fn (int $channel): int => 1 << ($channel - 1), $channels)),
        );
        self::assertSame('1, 4', $words(1, 4));
        self::assertSame('1 to 2, 4, 15 to 16', $words(1, 2, 4, 15, 16));
        self::assertSame('', $words());
        self::assertSame([1, 2, 16], Channels::list(0x8003));
    }

    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>, bool}> */
    public static function pairs(): iterable
    {
        $numbered = static fn (string $kind, int ...$numbers): array => [
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 1, 'kinds' => [$kind => true]]],
            'parameters' => array_map(
                static fn (int $number): array => [
                    'name' => "P {$number}",
                    'reach' => 'midi',
                    'message' => ['kind' => $kind, 'number' => $number],
                    'raw' => [0, 9],
                ],
                array_values($numbers),
            ),
        ];
        $keys = static fn (int $low, int $high): array => [
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 1, 'kinds' => ['note' => true]]],
            'keys' => ['low' => $low, 'high' => $high, 'key60' => 'C4'],
        ];
        yield 'other numbers' => [$numbered('cc', 20, 21), $numbered('cc', 22), true];
        yield 'one in common' => [$numbered('cc', 20, 21), $numbered('cc', 21, 22), false];
        yield 'the same number of another kind' => [$numbered('cc', 20), $numbered('nrpn', 20), true];
        yield 'the same parameter number' => [$numbered('nrpn', 300), $numbered('nrpn', 300), false];
        yield 'other keys' => [$keys(0, 59), $keys(60, 127), true];
        yield 'a key in common' => [$keys(0, 60), $keys(60, 127), false];
        yield 'keys and numbers' => [$keys(0, 127), $numbered('cc', 20), true];
        yield 'programs' => [
            ['hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 1, 'kinds' => ['program' => true]]]],
            ['hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 1, 'kinds' => ['program' => true]]]],
            false,
        ];
        yield 'numbers of which nothing is known' => [$numbered('cc', 20), array_diff_key($numbered('cc', 21), ['parameters' => 0]), false];
    }

    /**
     * @param array<string, mixed> $one
     * @param array<string, mixed> $other
     */
    #[DataProvider('pairs')]
    public function testWhetherTwoHaveNothingInCommon(array $one, array $other, bool $isDisjoint): void
    {
        [$a, $b] = [self::box($one), self::box($other)];
        self::assertSame($isDisjoint, Disjoint::parts($a, self::part($a), $b, self::part($b)));
        self::assertSame($isDisjoint, Disjoint::parts($b, self::part($b), $a, self::part($a)));
    }

    /** @param array<string, mixed> $more */
    private static function box(array $more): Device
    {
        $chart = $more + ['schema' => 1, 'name' => 'Box', 'sort' => 'synth', 'plugs' => [Kit::din('in', 'in')]];

        return RigFile::setup(Kit::rig(['box' => $chart], [['name' => 'box', 'chart' => 'box']], []))->boxes['box'];
    }

    private static function part(Device $box): Hears
    {
        return $box->chart->hears[0] ?? self::fail('there is a part');
    }
}
