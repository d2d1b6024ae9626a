<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Index\ProgramIndex;

/** The bytes that call a program: by the unit's own map where it has the place, else by the chart. */
final class ProgramMapTest extends TestCase
{
    /** @return iterable<string, array{list<list<int|string>>|null, int, list<int|null>|null}> map, place from 0, MSB, LSB and program */
    public static function calls(): iterable
    {
        yield 'no map' => [null, 3, [null, null, 3]];
        yield 'another place' => [[[0, 1, 9, 2]], 3, [null, null, 3]];
        yield 'program alone' => [[[9, 3]], 3, [null, null, 9]];
        yield 'with a coarse bank' => [[[7, 9, 3]], 3, [7, null, 9]];
        yield 'with both halves' => [[[7, 8, 9, 3]], 3, [7, 8, 9]];
        yield 'without the coarse half' => [[['none', 8, 9, 3]], 3, [null, 8, 9]];
        yield 'the first that has it' => [[[1, 3], [9, 3]], 3, [null, null, 1]];
        yield 'behind another' => [[[1, 2], [9, 3]], 3, [null, null, 9]];
        yield 'the last by the chart' => [[], 4, [null, null, 4]];
    }

    /**
     * @param list<list<int|string>>|null $map
     * @param list<int|null>|null $expected
     */
    #[DataProvider('calls')]
    public function testTheMapOfTheUnitCounts(?array $map, int $place, ?array $expected): void
    {
        $programs = [
            'count' => 5,
            'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 5],
            'wire' => ['perBank' => 5, 'msb' => 'none', 'lsb' => 'none'],
            'bankSend' => 'never',
        ];
        $rig = Kit::rig(
            ['box' => Kit::hearer('box', more: ['programs' => $programs])],
            [['name' => 'box', 'chart' => 'box'] + (null === $map ? [] : ['programMap' => $map])],
            [],
        );
        $box = Kit::setup($rig)->box('box') ?? self::fail('it is there');
        $called = ProgramIndex::bytes($box, $box->chart->programs ?? self::fail('it has programs'), $place);

        self::assertSame($expected, null === $called ? null : [$called->msb, $called->lsb, $called->program]);
    }
}
