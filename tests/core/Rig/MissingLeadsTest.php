<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** One lead less in the demo is one finding more, whatever lead it is, and it names the unit or the port. */
final class MissingLeadsTest extends TestCase
{
    /** @var list<string>|null */
    private static ?array $before = null;

    /** @return iterable<string, array{string}> */
    public static function leads(): iterable
    {
        foreach (self::demo()['leads'] as $lead) {
            yield $lead['id'] => [$lead['id']];
        }
    }

    #[DataProvider('leads')]
    public function testALeadLessIsOneFindingMore(string $id): void
    {
        $demo = self::demo();
        $before = self::$before ??= self::told($demo);
        $lead = array_values(array_filter($demo['leads'], static fn (array $each): bool => $each['id'] === $id))[0];
        $demo['leads'] = array_values(array_filter($demo['leads'], static fn (array $each): bool => $each['id'] !== $id));
        $new = array_diff(self::told($demo), $before);

        self::assertCount(1, $new, implode("\n", $new));
        $units = array_diff([$lead['a']['unit'], $lead['b']['unit'], explode(' ', $lead['a']['plug'])[0]], ['post']);
        self::assertMatchesRegularExpression('/\b('.implode('|', $units).')\b/', implode("\n", $new));
    }

    public function testAUnitIsToldByWhatItIsAndNotByWordsOfOthers(): void
    {
        self::assertSame(
            ['lead-dangling lead one 1', 'no-way unit other 2'],
            self::ofTwo([Kit::lead('one', 'post gone', 'lead in')]),
            'a unit called lead takes nothing from others',
        );
        self::assertSame(['no-way line 7 0', 'no-way unit other 2'], self::ofTwo([]), 'a single line keeps its place');
    }

    /**
     * @param list<array<string, mixed>> $leads of a rig with two units, one of which is called lead
     *
     * @return list<string> what is said of leads and ways
     */
    private static function ofTwo(array $leads): array
    {
        $box = Kit::hearer(
            'Box',
            more: ['parameters' => [['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20], 'raw' => [0, 127]]]],
        );
        $rules =
            "port keys in\nport out out\nport more out\n\nrule \"A\"\n  take cc 1\n  turn lead \"Level\"\n\nrule \"B\"\n  take cc 2\n  turn "
                ."other \"Level\"\n\nrule \"C\"\n  take cc 3\n  turn other \"Level\"\n";
        $rig = Kit::rig(['box' => $box], [['name' => 'lead', 'chart' => 'box'], ['name' => 'other', 'chart' => 'box']], $leads, [
            'rulebook' => $rules,
        ]);
        $told = [];
        foreach (Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings as $finding) {
            if (\in_array($finding->fact->code(), ['lead-dangling', 'no-way'], true)) {
                $told[] = "{$finding->fact->code()} {$finding->fact->subject()->words()} ".\count($finding->consequences);
            }
        }

        return $told;
    }

    public function testTwoLeadsInOnePlug(): void
    {
        $rig = Kit::rig(
            ['box' => Kit::hearer('Box')],
            [['name' => 'one', 'chart' => 'box']],
            [Kit::lead('first', 'post a', 'one in'), Kit::lead('second', 'post b', 'one in')],
            ['rulebook' => "port a out\nport b out\n"],
        );
        $found = array_values(
            array_filter(
                Examination::of(new RigAnalysis(RigFile::setup($rig)))->findings,
                static fn (RigFinding $finding): bool => 'plug-taken-twice' === $finding->fact->code(),
            ),
        );

        self::assertCount(1, $found);
        self::assertSame('2 leads end in one plug, in of one: first, second', $found[0]->fact->text());
    }

    /**
     * @param array<mixed> $rig
     *
     * @return list<string>
     */
    private static function told(array $rig): array
    {
        return array_map(
            static fn (RigFinding $finding): string => "{$finding->fact->code()} {$finding->fact->subject()->words()} {$finding->fact->text()}",
            Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($rig)))))->findings,
        );
    }

    /** @return array{leads: list<array{id: string, a: array{unit: string, plug: string}, b: array{unit: string, plug: string}}>} */
    private static function demo(): array
    {
        /** @var array{leads: list<array{id: string, a: array{unit: string, plug: string}, b: array{unit: string, plug: string}}>} $demo */
        $demo = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));

        return $demo;
    }
}
