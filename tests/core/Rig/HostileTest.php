<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Examination\Examination;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\TableReader;

/** Charts and rigs that mean no good: a clear no, or everything computed all the same. */
final class HostileTest extends TestCase
{
    public function testTenThousandParametersAreComputed(): void
    {
        $parameters = array_map(
            static fn (int $number): array => [
                'name' => "P {$number} <b>&",
                'reach' => 'midi',
                'raw' => [0, 127],
                'message' => ['kind' => 'nrpn', 'number' => $number],
            ],
            range(0, 9999),
        );
        $rig = Kit::rig(
            ['c' => Kit::hearer('Big', more: ['parameters' => $parameters])],
            [['name' => 'big', 'chart' => 'c']],
            [Kit::lead('one', 'post boxes', 'big in')],
        );
        $analysis = new RigAnalysis(Kit::setup($rig, "port keys in\nport boxes out\nrule \"a\"\n  take cc 1\n  turn big \"P 77 <b>&\"\n"));
        self::assertFalse($analysis->checked()->hasErrors());
        self::assertNull($analysis->plan()->conflict);
        self::assertSame(
            [],
            array_filter(Examination::of($analysis)->findings, static fn ($finding): bool => 'error' === $finding->fact->severity()->value),
        );
    }

    public function testLoopsOfHubsAreNamedAndEndNothing(): void
    {
        $plugs = $routes = [];
        for ($plug = 0; $plug < 4; ++$plug) {
            array_push($plugs, Kit::din("i{$plug}", 'in'), Kit::din("o{$plug}", 'out'));
            for ($other = 0; $other < 4; ++$other) {
                $routes[] = ['id' => "r{$plug}{$other}", 'from' => ["i{$plug}"], 'to' => ["o{$other}"], 'kind' => 'message'];
            }
        }
        $units = $leads = [];
        for ($hub = 0; $hub < 12; ++$hub) {
            $units[] = ['name' => "h{$hub}", 'chart' => 'c'];
            for ($plug = 1; $plug < 4; ++$plug) {
                $leads[] = Kit::lead("l{$hub} {$plug}", "h{$hub} o{$plug}", 'h'.($hub + $plug) % 12 ." i{$plug}");
            }
        }
        $rig = Kit::rig(['c' => ['schema' => 1, 'name' => 'Hub', 'sort' => 'hub', 'plugs' => $plugs, 'routes' => $routes]], $units, [
            Kit::lead('start', 'post boxes', 'h0 i0'),
            ...$leads,
        ]);
        $examination = Examination::of(new RigAnalysis(Kit::setup($rig, "port keys in\nport boxes out\nrule \"a\"\n  take note\n  send boxes\n")));
        self::assertContains('loop', array_map(static fn ($finding): string => $finding->fact->code(), $examination->findings));
    }

    public function testWhatIsTooMuchIsRefusedWithItsPlace(): void
    {
        $chart = Kit::hearer('Big', more: ['parameters' => array_fill(0, 200_000, ['name' => 'x', 'reach' => 'midi', 'raw' => [0, 127]])]);
        try {
            RigFile::chart(Json::encode($chart));
            self::fail('two hundred thousand parameters');
        } catch (BadData $bad) {
            self::assertStringContainsString('parameters', $bad->getMessage());
        }
        $this->expectException(BadData::class);
        RigFile::rig(str_repeat('[', 100_000));
    }

    public function testAVeryLongTableIsReadInPart(): void
    {
        $read = TableReader::read(
            "Name\tCC\n".implode('', array_map(static fn (int $row): string => "P {$row}\t".$row % 120 ."\n", range(1, 60_000))),
        );
        self::assertLessThanOrEqual(20_000, \count($read->parameters));
        self::assertGreaterThan(10_000, \count($read->parameters));
    }
}
