<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;

/**
 * A splitter and a merger lead twice from the post to a box, unless something on one of the ways says otherwise; what arms a box, and what it
 * sends by itself.
 */
final class DoubleWaysTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>, array<string, mixed>, array<string, mixed>, list<string>}> more of the second route
     *     of the splitter, of its second lead, and of the part that hears; and what is found
     */
    public static function ways(): iterable
    {
        yield 'both open' => [
            [],
            [],
            [],
            ['double-way: what leaves post out1 reaches box on two ways, and plays twice; take one of the ways out, or ignore this where it is wanted'],
        ];
        yield 'notes blocked on one' => [['blocks' => ['note']], [], [], []];
        yield 'controllers blocked on one' => [
            ['blocks' => ['cc']],
            [],
            [],
            ['double-way: what leaves post out1 reaches box on two ways, and plays twice; take one of the ways out, or ignore this where it is wanted'],
        ];
        yield 'one switched off' => [['setting' => 'second'], [], [], []];
        yield 'wanted' => [[], ['wantedDouble' => 'louder'], [], []];
        yield 'a part that hears no notes' => [[], [], ['kinds' => ['note' => false]], []];
    }

    /**
     * @param array<string, mixed> $route
     * @param array<string, mixed> $lead
     * @param array<string, mixed> $hears
     * @param list<string> $expected
     */
    #[DataProvider('ways')]
    public function testTwoWays(array $route, array $lead, array $hears, array $expected): void
    {
        $pass = static fn (string $id, string $from, string $to, array $more = []): array => [
            'id' => $id,
            'from' => [$from],
            'to' => [$to],
            'kind' => 'message',
            ...$more,
        ];
        $setting = ['id' => 'second', 'title' => 'Second', 'values' => ['off', 'on'], 'factory' => 'off', 'how' => [['by' => 'menu']]];
        $charts = [
            'split' => [
                'schema' => 1,
                'name' => 'Split',
                'sort' => 'hub',
                'settings' => [$setting],
                'plugs' => [Kit::din('in', 'in'), Kit::din('one', 'out'), Kit::din('two', 'out')],
                'routes' => [$pass('a', 'in', 'one'), $pass('b', 'in', 'two', $route)],
            ],
            'merge' => [
                'schema' => 1,
                'name' => 'Merge',
                'sort' => 'hub',
                'plugs' => [Kit::din('one', 'in'), Kit::din('two', 'in'), Kit::din('out', 'out')],
                'routes' => [$pass('a', 'one', 'out'), $pass('b', 'two', 'out')],
            ],
            'box' => Kit::hearer('Box', 3, more: ['hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], ...$hears]]]),
        ];
        $leads = [
            Kit::lead('main', 'post out1', 'split in'),
            Kit::lead('first', 'split one', 'merge one'),
            [...Kit::lead('second', 'split two', 'merge two'), ...$lead],
            Kit::lead('last', 'merge out', 'box in'),
        ];

        self::assertSame($expected, self::found($charts, $leads, "port in1 in\nport out1 out\n", 'double-way'));
    }

    /** @return iterable<string, array{array<string, mixed>, string, list<string>}> a procedure, a rule, and what is found */
    public static function procedures(): iterable
    {
        $recall = "rule \"R\"\n  take program\n  press\n  recall box 2\n";
        yield 'arms, and rules call programs' => [
            ['title' => 'Write', 'armsProgramWrite' => true],
            $recall,
            ['armed: "Write" arms box: the next program change overwrites a program, and line 6 sends one'],
        ];
        yield 'arms, and no rule calls one' => [['title' => 'Write', 'armsProgramWrite' => true], "rule \"R\"\n  take program\n  drop\n", []];
        yield 'arms nothing' => [['title' => 'Write', 'armsProgramWrite' => false], $recall, []];
        yield 'says nothing of it' => [['title' => 'Write'], $recall, []];
    }

    /**
     * @param array<string, mixed> $procedure
     * @param list<string> $expected
     */
    #[DataProvider('procedures')]
    public function testWhatArms(array $procedure, string $rules, array $expected): void
    {
        $charts = [
            'box' => Kit::hearer(
                'Box',
                3,
                more: [
                    'programs' => [
                        'count' => 9,
                        'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 9],
                        'wire' => ['perBank' => 9, 'msb' => 'none', 'lsb' => 'none'],
                    ],
                    'procedures' => [$procedure + ['id' => 'write', 'steps' => ['hold the knob']]],
                ],
            ),
        ];

        self::assertSame(
            $expected,
            self::found($charts, [Kit::lead('main', 'post out1', 'box in')], "port in1 in\nport out1 out\n{$rules}", 'armed'),
        );
    }

    /** @return iterable<string, array{array<string, mixed>, string, list<string>}> what a unit sends by itself, the rules, and what is found */
    public static function automatics(): iterable
    {
        $sensing = ['what' => 'active sensing', 'kind' => 'sensing', 'at' => ['out']];
        yield 'nobody asks for it' => [
            $sensing,
            "rule \"R\"\n  take note\n  drop\n",
            ['default-alive: box sends active sensing by itself, and no rule uses it; it cannot be switched off'],
        ];
        yield 'a rule takes it' => [$sensing, "rule \"R\"\n  take sensing\n  drop\n", []];
        yield 'a rule takes it from elsewhere' => [
            $sensing,
            "rule \"R\"\n  from in2\n  take sensing\n  drop\n",
            ['default-alive: box sends active sensing by itself, and no rule uses it; it cannot be switched off'],
        ];
        yield 'it is switched off' => [[...$sensing, 'setting' => 'sense'], "rule \"R\"\n  take note\n  drop\n", []];
        yield 'from a plug without a lead' => [[...$sensing, 'at' => ['other']], "rule \"R\"\n  take note\n  drop\n", []];
    }

    /**
     * @param array<string, mixed> $automatic
     * @param list<string> $expected
     */
    #[DataProvider('automatics')]
    public function testWhatIsSentByItself(array $automatic, string $rules, array $expected): void
    {
        $setting = ['id' => 'sense', 'title' => 'Sensing', 'values' => ['off', 'on'], 'factory' => 'off', 'how' => [['by' => 'menu']]];
        $charts = [
            'box' => [
                'schema' => 1,
                'name' => 'Box',
                'sort' => 'controller',
                'settings' => [$setting],
                'plugs' => [Kit::din('out', 'out'), Kit::din('other', 'out')],
                'sends' => [['at' => ['out'], 'channel' => 1]],
                'automatic' => [$automatic],
            ],
        ];

        self::assertSame(
            $expected,
            self::found($charts, [Kit::lead('main', 'box out', 'post in1')], "port in1 in\nport in2 in\nport out1 out\n{$rules}", 'default-alive'),
        );
    }

    /**
     * @param array<string, array<string, mixed>> $charts
     * @param list<array<string, mixed>> $leads
     *
     * @return list<string>
     */
    private static function found(array $charts, array $leads, string $book, string $code): array
    {
        $rig = Kit::rig($charts, array_map(static fn (string $name): array => ['name' => $name, 'chart' => $name], array_keys($charts)), $leads, [
            'rulebook' => $book,
        ]);
        $findings = array_filter(
            Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings,
            static fn (RigFinding $finding): bool => $code === $finding->fact->code(),
        );

        return array_values(array_map(static fn (RigFinding $finding): string => "{$finding->fact->code()}: {$finding->fact->text()}", $findings));
    }
}
