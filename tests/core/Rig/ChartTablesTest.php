<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Table\ChartTables;
use ZigzagPost\Tests\Core\Cases;

/** A law: a chart that goes out as tables comes in again with everything that it knew, whatever it is. */
final class ChartTablesTest extends TestCase
{
    public function testAnyChartComesBackWhole(): void
    {
        $any = new AnyRig(new \Random\Randomizer(new \Random\Engine\Mt19937(5)));
        for ($case = 0; $case < Cases::number(40); ++$case) {
            $chart = RigFile::chart($any->chart());
            $again = RigFile::chart(Json::encode(ChartTables::read(ChartTables::of($chart))));
            self::assertEquals(Json::write($chart), Json::write($again));
        }
    }

    public function testTheDemosChartsComeBackWholeAndReadLikeTables(): void
    {
        $rig = RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        $messages = '';
        foreach ($rig->charts as $each) {
            $tables = ChartTables::of($each->chart);
            self::assertSame(Json::write($each->chart), Json::write(RigFile::chart(Json::encode(ChartTables::read($tables)))));
            $messages .= $tables['parameters.csv'] ?? '';
        }
        self::assertStringContainsString('NRPN ', $messages);
        self::assertStringContainsString('0..127', $messages);
        self::assertStringContainsString('CC ', $messages);
    }

    public function testWhatIsWrongIsNamedWithFileAndLine(): void
    {
        foreach ([
            [['parameters.csv' => "Name\nMix\n"], 'chart.csv: is missing'],
            [['chart.csv' => "Fact,Value\nschema,1\n../x,1\n"], 'line 3: "../x" is no fact'],
            [['chart.csv' => "Fact,Value\n", 'keys.csv' => "Key,Name\nC4,Drum\n"], 'keys.csv: line 2: "Key" is a whole number'],
            [['chart.csv' => "Fact,Value\n", 'parameters.csv' => "Name\nMix,3\n"], 'parameters.csv: line 2: there are more cells'],
        ] as [$files, $says]) {
            try {
                ChartTables::read($files);
                self::fail($says);
            } catch (BadData $bad) {
                self::assertStringContainsString($says, $bad->getMessage());
            }
        }
    }
}
