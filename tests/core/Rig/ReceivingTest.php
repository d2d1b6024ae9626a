<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Direct\Condition;
use ZigzagPost\Core\Rig\Direct\Receiving;

/** What a part needs to receive a kind: what is said of kinds and of the clock, where both are said, and where neither is. */
final class ReceivingTest extends TestCase
{
    /** @return iterable<string, array{array<string, bool|string>|null, array<string, mixed>|null, KindName, list<bool|string|null>|null}> kinds, clock */
    public static function said(): iterable
    {
        $both = ['obeys' => 'sync', 'startStop' => true];
        yield 'nothing' => [null, null, KindName::Clock, [null]];
        yield 'other kinds' => [['note' => true], null, KindName::Clock, null];
        yield 'the kind' => [['note' => true], null, KindName::Note, [true]];
        yield 'the kind, no' => [['note' => false], null, KindName::Note, null];
        yield 'a switch of the kind' => [['note' => 'sync'], null, KindName::Note, ['sync']];
        yield 'a clock that is obeyed' => [null, ['obeys' => true], KindName::Clock, [true]];
        yield 'other kinds, and a clock that is obeyed' => [['note' => true], ['obeys' => true], KindName::Clock, [true]];
        yield 'a clock that is not obeyed' => [null, ['obeys' => false], KindName::Clock, null];
        yield 'a switch of the clock' => [null, ['obeys' => 'sync'], KindName::Clock, ['sync']];
        yield 'one switch for both' => [['clock' => 'sync'], ['obeys' => 'sync'], KindName::Clock, ['sync']];
        yield 'a switch each' => [['clock' => 'filter'], ['obeys' => 'sync'], KindName::Clock, ['filter', 'sync']];
        yield 'the kind yes, and a switch of the clock' => [['clock' => true], ['obeys' => 'sync'], KindName::Clock, ['sync']];
        yield 'the kind no, whatever is said of the clock' => [['clock' => false], ['obeys' => true], KindName::Clock, null];
        yield 'start with the clock' => [null, $both, KindName::Start, ['sync']];
        yield 'stop with the clock' => [null, $both, KindName::Stop, ['sync']];
        yield 'start, and the clock without it' => [null, ['obeys' => 'sync', 'startStop' => false], KindName::Start, [null]];
        yield 'start, and nothing said of it' => [null, ['obeys' => 'sync'], KindName::Continue, [null]];
        yield 'start of other kinds, and nothing said of it' => [['note' => true], ['obeys' => 'sync'], KindName::Start, null];
        yield 'start of other kinds, with the clock' => [['note' => true], $both, KindName::Start, ['sync']];
        yield 'notes, whatever is said of the clock' => [null, ['obeys' => false], KindName::Note, [null]];
    }

    /**
     * @param array<string, bool|string>|null $kinds
     * @param array<string, mixed>|null $clock
     * @param list<bool|string|null>|null $switches
     */
    #[DataProvider('said')]
    public function testWhatItNeeds(?array $kinds, ?array $clock, KindName $kind, ?array $switches): void
    {
        $switch = static fn (string $id): array => ['id' => $id, 'title' => $id, 'values' => ['off', 'on'], 'factory' => 'off'];
        $part = ['id' => 'all', 'at' => ['in'], 'channel' => 1] + (null === $kinds ? [] : ['kinds' => $kinds]);
        $chart = Kit::hearer('Box', more: [
            'settings' => [$switch('sync'), $switch('filter')],
            'hears' => [$part],
            ...null === $clock ? [] : ['clock' => $clock],
        ]);
        $box = Kit::setup(Kit::rig(['box' => $chart], [['name' => 'box', 'chart' => 'box']], []))->box('box') ?? self::fail('it is there');
        $conditions = Receiving::conditions($box, ($box->chart->hears ?? [])[0], $kind);

        self::assertSame(
            null === $switches ? null : array_map(static fn (bool|string|null $switch): string => "receive\tbox\t".json_encode($switch), $switches),
            null === $conditions ? null : array_map(static fn (Condition $condition): string => $condition->key(), $conditions),
        );
    }
}
