<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\Fact\ChannelIsShared;
use ZigzagPost\Core\Finding\Fact\ControlsSendAlike;
use ZigzagPost\Core\Finding\Fact\LeadFails;
use ZigzagPost\Core\Finding\Fact\ManyThrus;
use ZigzagPost\Core\Finding\Fact\ProgramIsNone;
use ZigzagPost\Core\Finding\Fact\RigFact;
use ZigzagPost\Core\Finding\Fact\SongsAreOutOfRange;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** Where one finding begins and another ends. */
final class ExaminationEdgesTest extends TestCase
{
    /** Each cure of a lead is a change that can be made: a crossed cable in the place of a straight one, a setting of the box. */
    public function testLeadsOfTheCrossingBoardAreCured(): void
    {
        $rig = RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/crossing-board.rig.json'));
        $fixes = [];
        foreach (Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings as $finding) {
            if ($finding->fact instanceof LeadFails) {
                $fixes[$finding->fact->subject()->words()] = [$finding->fix?->title, $finding->fix?->changes];
            }
        }
        self::assertSame(
            [
                'lead brine' => [null, null],
                'lead far' => ['Set jack2 of board to midi', ['/units/0/settings/jack2' => ['value' => 'midi', 'state' => 'planned']]],
                'lead drive' => [
                    'Replace the jack cable with a crossed one',
                    [
                        '/leads/2/parts/0/map' => 'crossed',
                        '/leads/2/parts/0/contacts' => null,
                        '/leads/2/parts/0/ends' => ['jack 3.5', 'jack 3.5'],
                    ],
                ],
            ],
            $fixes,
        );
    }

    /** Only hardware counts: what passes on whole messages makes the signal anew. */
    public function testManyThrusInARow(): void
    {
        foreach (['hardware' => 1, 'message' => 0] as $kind => $count) {
            $charts = $units = $leads = [];
            $from = 'post one';
            for ($unit = 0; $unit < 5; ++$unit) {
                $charts["c{$unit}"] = Kit::hearer("Box {$unit}", $unit + 1, more: [
                    'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
                    'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => $kind]],
                ]);
                $units[] = ['name' => "u{$unit}", 'chart' => "c{$unit}"];
                $leads[] = Kit::lead("l{$unit}", $from, "u{$unit} in");
                $from = "u{$unit} thru";
            }
            self::assertCount($count, self::of(ManyThrus::class, Kit::rig($charts, $units, $leads, ['rulebook' => "port one out\n"])), $kind);
        }
    }

    /** Of two that answer together, one without programs: what the other has counts. */
    public function testAProgramThatOneOfTwoDoesNotHave(): void
    {
        $programs = ['count' => 10, 'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 10],
            'wire' => ['perBank' => 10, 'msb' => 'none', 'lsb' => 'none'], 'bankSend' => 'never'];
        $hearing = static fn (bool $hears): array => [
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'kinds' => ['program' => $hears, 'cc' => true]]],
            ...$hears ? ['programs' => $programs] : [],
        ];
        foreach ([[9, 0], [10, 1]] as [$program, $count]) {
            $book = "programs from 0\nport keys in\nport one out\nrule \"Call\"\n  take cc 20\n  post program {$program} channel 1 to one\n";
            $rig = Kit::rig(
                ['a' => Kit::hearer('Deaf', more: $hearing(false)), 'b' => Kit::hearer('Full', more: $hearing(true))],
                [['name' => 'deaf', 'chart' => 'a', 'playsWith' => ['full']], ['name' => 'full', 'chart' => 'b']],
                [Kit::lead('1', 'post one', 'deaf in'), Kit::lead('2', 'post one', 'full in')],
                ['rulebook' => $book],
            );
            self::assertCount($count, self::of(ProgramIsNone::class, $rig), "program {$program}");
        }
    }

    /** Two controls of one unit that are told apart by their values, and one of another unit that sends any value. */
    public function testControlsThatAreToldApartByValuesAndOneThatIsNot(): void
    {
        $control = static fn (string $name, ?array $values): array => [
            'name' => $name,
            'sort' => null === $values ? 'fader' : 'switch',
            'sends' => [
                [
                    'gesture' => null === $values ? 'move' : 'press',
                    'message' => ['kind' => 'cc', 'number' => 20, ...null === $values ? [] : ['values' => $values]],
                ],
            ],
        ];
        $rig = Kit::rig(
            ['a' => Kit::board([$control('Low', [0, 10]), $control('High', [0, 20])]), 'b' => Kit::board([$control('Fader', null)])],
            [['name' => 'one', 'chart' => 'a'], ['name' => 'two', 'chart' => 'b']],
            [Kit::lead('1', 'one out', 'post in_one'), Kit::lead('2', 'two out', 'post in_one')],
            ['rulebook' => "port in_one in\n"],
        );
        $found = self::of(ControlsSendAlike::class, $rig);
        self::assertNotSame([], $found);
        foreach ($found as $fact) {
            self::assertStringContainsString('Fader', $fact->text());
        }
    }

    /** Switches of two boards that send one number with a value of their own each: they are told apart where no value is in both. */
    public function testControlsOfTwoBoardsAreToldApartByTheirValues(): void
    {
        $board = static fn (int ...$values): array => Kit::board(
            array_map(
                static fn (int $value): array => [
                    'name' => "Go {$value}",
                    'sort' => 'switch',
                    'sends' => [['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => 20, 'values' => [0, $value]]]],
                ],
                array_values($values),
            ),
        );
        foreach ([[[10, 20], [30, 40], 0], [[10, 20], [20, 30], 1], [[20, 30], [10, 20], 1], [[30, 40], [10, 20], 0], [[10], [10, 20], 1]] as $case) {
            [$mine, $theirs, $count] = $case;
            $rig = Kit::rig(
                ['a' => $board(...$mine), 'b' => $board(...$theirs)],
                [['name' => 'one', 'chart' => 'a'], ['name' => 'two', 'chart' => 'b']],
                [Kit::lead('1', 'one out', 'post in_one'), Kit::lead('2', 'two out', 'post in_one')],
                ['rulebook' => "port in_one in\n"],
            );
            self::assertCount($count, self::of(ControlsSendAlike::class, $rig), json_encode($case, \JSON_THROW_ON_ERROR));
        }
    }

    /** A song at the very end of what a box can follow is played; one behind it is told. */
    public function testSongsAreWithinTheTemposOfABox(): void
    {
        $show = static function (float ...$tempos): array {
            $songs = [];
            foreach (array_values($tempos) as $at => $tempo) {
                $songs[] = ['id' => "s{$at}", 'title' => "Song {$at}", 'tempo' => $tempo];
            }

            return ['songs' => $songs, 'setLists' => [['name' => 'Tonight', 'songs' => array_column($songs, 'id')]]];
        };
        $told = static function (?array $bpm, array $show): array {
            $clock = ['obeys' => true] + (null === $bpm ? [] : ['bpm' => $bpm]);
            $rig = Kit::rig(
                ['box' => Kit::hearer('Box', more: ['clock' => $clock])],
                [['name' => 'box', 'chart' => 'box']],
                [Kit::lead('l', 'post main', 'box in')],
                ['rulebook' => "port main out\nclock c\n  tempo 100\n  send main\n", 'show' => $show],
            );

            return array_merge(...array_map(static fn (SongsAreOutOfRange $fact): array => $fact->songs, self::of(SongsAreOutOfRange::class, $rig)));
        };

        self::assertSame([], $told([60, 180], $show(60.0, 120.0, 180.0)));
        self::assertSame(['"Song 0" at 59.9', '"Song 2" at 180.1'], $told([60, 180], $show(59.9, 100.0, 180.1)));
        self::assertSame([], $told(null, $show(20.0, 400.0)), 'nobody knows its ends');
    }

    /** Of a pair that is put to rest nothing is told, once; of three of which two are at rest the three are. */
    public function testPairsOfASharedChannelAtRest(): void
    {
        foreach ([2 => [], 3 => [['u0', 'u1', 'u2']]] as $count => $expected) {
            $charts = $units = $leads = [];
            for ($unit = 0; $unit < $count; ++$unit) {
                $charts["c{$unit}"] = Kit::hearer("Box {$unit}");
                $units[] = ['name' => "u{$unit}", 'chart' => "c{$unit}"];
                $leads[] = Kit::lead("l{$unit}", "hub out{$unit}", "u{$unit} in");
            }
            $outs = array_map(static fn (int $unit): array => Kit::din("out{$unit}", 'out'), range(0, $count - 1));
            $route = ['id' => 'r', 'from' => ['in'], 'to' => array_column($outs, 'id'), 'kind' => 'message'];
            $charts['hub'] = ['schema' => 1, 'name' => 'Hub', 'sort' => 'hub', 'plugs' => [Kit::din('in', 'in'), ...$outs], 'routes' => [$route]];
            $units[] = ['name' => 'hub', 'chart' => 'hub'];
            $leads[] = Kit::lead('h', 'post main', 'hub in');
            $told = static fn (array $rests): Examination => Examination::of(
                new RigAnalysis(RigFile::setup(Kit::rig($charts, $units, $leads, ['rulebook' => "port main out\n", 'rests' => $rests]))),
            );
            $shared = static fn (Examination $examined): array => array_values(array_filter(array_map(
                static fn (RigFinding $finding): ?array => $finding->fact instanceof ChannelIsShared ? $finding->fact->parts : null,
                $examined->findings,
            )));
            $open = $told([]);
            self::assertCount(1, $shared($open));
            $pair = new RigFinding(new ChannelIsShared('u0', ['u0', 'u1'], '1', 'post main'));
            $rested = $told([['cause' => $pair->key(), 'reason' => 'they play together']]);
            self::assertSame($expected, $shared($rested));
            self::assertCount(1, $rested->resting);
        }
    }

    /**
     * @template T of RigFact
     *
     * @param class-string<T> $class
     *
     * @return list<T>
     */
    private static function of(string $class, Rig $rig): array
    {
        $facts = array_map(static fn (RigFinding $finding): RigFact => $finding->fact, Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings);

        return array_values(array_filter($facts, static fn (RigFact $fact): bool => $fact instanceof $class));
    }
}
