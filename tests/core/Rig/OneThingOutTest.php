<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Finding\Fact\RigFact;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Setup\RigFile;

/** One thing is taken out of a rig that works: one lead, or one kind of message at one hub. One thing more is found, and it is about that. */
final class OneThingOutTest extends TestCase
{
    public function testEachLead(): void
    {
        $tried = 0;
        foreach (array_diff_key($this->rigs(), ['demo' => true]) as $name => $rig) {
            // of the demo, see MissingLeadsTest
            foreach ($rig['leads'] as $index => $lead) {
                $without = $rig;
                array_splice($without['leads'], $index, 1);
                $more = self::more($rig, $without);
                $what = "{$name} without {$lead['id']}";
                self::assertCount(
                    1,
                    $more,
                    "{$what}: ".implode("\n", array_map(static fn (RigFinding $each): string => $each->print('rig'), $more)),
                );
                $told =
                    $more[0]->fact->text().
                    implode(' ', array_map(static fn (RigFact $each): string => $each->asConsequence(), $more[0]->consequences));
                self::assertTrue(str_contains($told, $lead['a']['unit']) || str_contains($told, $lead['b']['unit']), "{$what}: {$told}");
                ++$tried;
            }
        }
        self::assertGreaterThan(15, $tried);
    }

    public function testEachKindThatAHubPassesOn(): void
    {
        $found = [];
        foreach ($this->rigs() as $name => $rig) {
            foreach ($rig['charts'] as $id => $each) {
                foreach ($each['chart']['routes'] ?? [] as $route => $facts) {
                    foreach (['cc', 'note', 'program', 'clock'] as $kind) {
                        $blocks = \is_array($facts['blocks'] ?? null) ? $facts['blocks'] : [];
                        $blocking = Kit::changed($rig, [
                            '/charts/'.RigFix::part($id)."/chart/routes/{$route}/blocks" => [...$blocks, $kind],
                        ]);
                        $more = self::more($rig, $blocking);
                        self::assertLessThanOrEqual(
                            1,
                            \count($more),
                            "{$name}, {$kind} at {$id}: ".
                                implode("\n", array_map(static fn (RigFinding $each): string => $each->print('rig'), $more)),
                        );
                        foreach ($more as $finding) {
                            self::assertSame('kind-blocked', $finding->fact->code(), "{$name}, {$kind} at {$id}: {$finding->fact->text()}");
                            self::assertStringContainsString("blocks {$kind}", $finding->fact->text());
                            $found[$kind] = ($found[$kind] ?? 0) + 1;
                        }
                    }
                }
            }
        }
        ksort($found);
        self::assertSame(['cc', 'clock', 'note', 'program'], array_keys($found));
    }

    /** A second route of another kind is a way as well, though it is longer. */
    public function testALongerWayCounts(): void
    {
        $rig = $this->rigs()['clean 0'];
        $rig['charts']['hub']['chart']['routes'][0]['blocks'] = ['cc'];
        $rig['charts']['hub']['chart']['routes'][] = [
            'id' => 'more',
            'from' => ['in'],
            'to' => $rig['charts']['hub']['chart']['routes'][0]['to'],
            'kind' => 'message',
            'setting' => 'thru',
            'blocks' => ['note'],
        ];
        self::assertSame([], self::more($this->rigs()['clean 0'], $rig));
    }

    /**
     * @return array<string, array{leads: list<array{id: string, a: array{unit: string}, b: array{unit: string}}>, charts: array<string,
     *     array{chart: array{routes?: list<array<string, mixed>>}}>, ...<string, mixed>}>
     */
    private function rigs(): array
    {
        $rigs = ['demo' => Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'))];
        foreach ([0, 1, 2] as $seed) {
            $rigs["clean {$seed}"] = (new CleanRig($seed))->json;
        }

        return $rigs; // @phpstan-ignore return.type
    }

    /**
     * @param array<mixed> $rig
     * @param array<mixed> $other
     *
     * @return list<RigFinding> what is found in the other, and not in the first
     */
    private static function more(array $rig, array $other): array
    {
        $found = static fn (array $json): array => Examination::of(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode($json)))))->findings;
        $known = array_map(static fn (RigFinding $each): string => "{$each->fact->code()} {$each->fact->text()}", $found($rig));

        return array_values(
            array_filter(
                $found($other),
                static fn (RigFinding $each): bool => !\in_array("{$each->fact->code()} {$each->fact->text()}", $known, true),
            ),
        );
    }
}
