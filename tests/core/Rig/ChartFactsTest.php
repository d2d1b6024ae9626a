<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Hazard;
use ZigzagPost\Core\Rig\NameDocument\NameDocument;
use ZigzagPost\Core\Rig\Plan\BeyondSixteen;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\TableReader;

/** Small facts of charts, each over its edges. */
final class ChartFactsTest extends TestCase
{
    public function testWhatIsNeverTriedOutByAScript(): void
    {
        $dangerous = array_map(
            static fn (Hazard $hazard): string => $hazard->value,
            array_filter(Hazard::cases(), static fn (Hazard $hazard): bool => $hazard->isDangerous()),
        );

        self::assertSame(['laser', 'flame', 'pyrotechnics', 'moving scenery', 'hoist'], array_values($dangerous));
    }

    /**
     * @return iterable<string, array{string, list<array{int, float}>, array<int, float|null>}> how it goes between rows, the rows, and what is
     *     shown at raw values
     */
    public static function shown(): iterable
    {
        $rows = [[10, 100.0], [20, 200.0], [40, 0.0]];
        yield 'on lines' => ['linear', $rows, [0 => 100.0, 10 => 100.0, 15 => 150.0, 20 => 200.0, 30 => 100.0, 40 => 0.0, 99 => 0.0]];
        yield 'in steps' => ['steps', $rows, [0 => 100.0, 10 => 100.0, 15 => 100.0, 20 => 200.0, 39 => 200.0, 40 => 0.0, 99 => 0.0]];
        yield 'in any order' => ['linear', [[40, 0.0], [10, 100.0], [20, 200.0]], [10 => 100.0, 15 => 150.0, 30 => 100.0]];
        yield 'of one row' => ['linear', [[64, 0.5]], [0 => 0.5, 64 => 0.5, 127 => 0.5]];
        yield 'of none' => ['linear', [], [0 => null, 64 => null]];
    }

    /**
     * @param list<array{int, float}> $rows
     * @param array<int, float|null> $expected
     */
    #[DataProvider('shown')]
    public function testTheNumberThatIsShown(string $between, array $rows, array $expected): void
    {
        $parameter =
            self::chart(['parameters' => [['name' => 'Mix', 'reach' => 'hand', 'raw' => [0, 127], 'shown' => $rows, 'between' => $between]]])
                ->parameters[0] ?? null;

        self::assertSame(
            $expected,
            array_combine(array_keys($expected), array_map(static fn (int $raw): ?float => $parameter?->shownAt($raw), array_keys($expected))),
        );
    }

    /** @return iterable<string, array{string, string|null}> where a part hears, and what is wrong with that */
    public static function places(): iterable
    {
        yield 'a plug' => ['in', null];
        yield 'a stream of one plug' => ['usb/two', null];
        yield 'a stream that one plug has' => ['two', null];
        yield 'a stream that two plugs have' => ['one', 'stream one is in several plugs: say which, as usb/one'];
        yield 'no stream of a plug' => ['usb/three', 'plug usb has no stream three'];
        yield 'neither' => ['three', 'there is no plug three, and no stream of that name'];
        yield 'a stream of no plug' => ['three/one', 'there is no plug three, and no stream of that name'];
    }

    #[DataProvider('places')]
    public function testAPlaceIsAPlugOrAStream(string $at, ?string $problem): void
    {
        $stream = static fn (string $id): array => ['id' => $id, 'label' => ucfirst($id), 'way' => 'both'];
        $plugs = [
            Kit::din('in', 'in'),
            [
                'id' => 'usb',
                'label' => 'USB',
                'connector' => 'usb b',
                'uses' => [['way' => 'both', 'carries' => 'usb']],
                'usb' => ['role' => 'device', 'givesPower' => false],
                'streams' => [$stream('one'), $stream('two')],
            ],
            [
                'id' => 'net',
                'label' => 'NET',
                'connector' => 'network',
                'uses' => [['way' => 'both', 'carries' => 'network']],
                'streams' => [$stream('one')],
            ],
        ];
        try {
            self::chart(['plugs' => $plugs, 'hears' => [['id' => 'all', 'at' => [$at], 'channel' => 1]]]);
            $said = null;
        } catch (BadData $bad) {
            $said = $bad->getMessage();
        }
        null === $problem ? self::assertNull($said) : self::assertStringContainsString($problem, (string) $said);
    }

    public function testWhyAPartGoesBeyondChannelSixteen(): void
    {
        $setup = Kit::setup(
            Kit::rig(
                ['box' => Kit::hearer('Box', 15, 4), 'one' => Kit::hearer('One', 1, 1)],
                [['name' => 'box', 'chart' => 'box'], ['name' => 'one', 'chart' => 'one']],
                [],
            ),
        );
        $box = $setup->boxes['box'];
        [$part, $setting] = [$box->chart->hears[0] ?? self::fail(), $box->chart->setting('channel') ?? self::fail()];

        $here = BeyondSixteen::at($box, $part, $setting, 15)->conflict();
        self::assertSame('box would answer on 4 channels from 15 on with MIDI channel at 15, which goes beyond channel 16', $here->why->words());
        self::assertSame('unpin box, or set its MIDI channel to 13 at most', $here->change?->words());
        $always = BeyondSixteen::always($box, $part, $setting)->conflict();
        self::assertSame('box would answer on 4 channels from 1 on even with MIDI channel at 1, which goes beyond channel 16', $always->why->words());
        self::assertSame('let box answer on fewer channels', $always->change?->words());
        self::assertSame(
            [false, true, false],
            [
                BeyondSixteen::isSo($box, $part, 13),
                BeyondSixteen::isSo($box, $part, 14),
                BeyondSixteen::isSo($setup->boxes['one'], $setup->boxes['one']->chart->hears[0] ?? self::fail(), 16),
            ],
        );
    }

    public function testTheChartOfATableAnswersOnAnyChannelThatIsSet(): void
    {
        $chart = TableReader::read("Name\tCC\tRange\nMix\t20\t0-127\n")->chart('Tide box');

        self::assertSame([['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16]]], $chart['settings']);
        self::assertSame([['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel']]], $chart['hears']);
    }

    public function testANameDocumentThatDropsNothingSaysNothing(): void
    {
        $written = NameDocument::write(
            self::chart([
                'programs' => [
                    'count' => 3,
                    'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 3],
                    'wire' => ['perBank' => 3, 'msb' => 'none', 'lsb' => 'none'],
                    'names' => ['0' => 'Ebb', '2' => 'Flow'],
                ],
            ]),
        )->xml;

        self::assertSame([], array_filter(NameDocument::read($written)->notes, static fn (string $note): bool => str_contains($note, 'left out')));
    }

    /** @param array<string, mixed> $more */
    private static function chart(array $more): Chart
    {
        return RigFile::chart(Json::encode(['schema' => 1, 'name' => 'Box', 'sort' => 'synth', 'plugs' => [Kit::din('in', 'in')], ...$more]));
    }
}
