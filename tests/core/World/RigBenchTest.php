<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\World;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Book\CompiledBook;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\DoneByMessage;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Cases;

/** The bench of a rig: its units hear what their charts say, over leads, thrus and hubs. */
final class RigBenchTest extends TestCase
{
    public function testUnitsHearWhatIsLedToThem(): void
    {
        [$book, $seats] = self::ferry();
        $bench = Bench::start($book, $seats);
        $bench->feed(3_000_000, 'keys', "\x90\x30\x64");
        $moths = self::view($bench, 'moths');
        self::assertSame(['C3'], $moths['notes']);
        self::assertSame(0, $moths['elsewhere']);
        $bench->feed(3_100_000, 'treadle', "\xBF\x51\x7F");
        $bench->advance(5_000_000);
        self::assertSame(['shown' => '6', 'name' => 'Undertow'], self::view($bench, 'brine')['program'], 'named as in the rig, over the first box of a chain');
        self::assertSame('4', self::program($bench, 'drive'), 'counted from 0, behind its thru');
        $lamps = self::view($bench, 'treadle')['lamps'];
        self::assertIsArray($lamps);
        self::assertContains('Switch 2', array_column($lamps, 'control'));
        self::assertSame(0, self::view($bench, 'treadle')['elsewhere'], 'lamps are understood');
    }

    public function testTheLastHopIsTheDevice(): void
    {
        [$book, $seats] = self::ferry();
        $bench = Bench::start($book, $seats);
        $bench->takeArrived();
        $bench->feed(3_000_000, 'treadle', "\xBF\x0B\x3F");
        $bench->feed(3_100_000, 'keys', "\x90\x30\x64");
        self::assertEquals([
            '3000000 boxes' => [new DoneByMessage("\xB6\x0B\x3F", 'Brine: Swell -30.2 dB')],
            '3100000 synths' => [new DoneByMessage("\x92\x30\x64", 'Moths: a note')],
        ], $bench->takeArrived());
        self::assertSame([], $bench->takeArrived());
    }

    public function testWithoutTheThruNothingGetsBehindIt(): void
    {
        [$book] = self::ferry();
        $found = RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry-as-found.rig.json')));
        $bench = Bench::start($book, Patch::of(Setup::of($found->rig, self::analysis()->checked()->written)));
        self::assertNotContains('moths', array_column($bench->receivers(), 'port'));
        self::assertContains('brine', array_column($bench->receivers(), 'port'));
    }

    /** Whatever is played: saved and loaded in the middle, every unit stands as it would have. */
    public function testABenchGoesOnFromWhereItWasKept(): void
    {
        [$book, $seats] = self::ferry();
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(1861));
        for ($case = 0; $case < min(200, Cases::number(12)); ++$case) {
            $through = Bench::start($book, $seats);
            $kept = Bench::start($book, $seats);
            $time = 0;
            for ($event = 0; $event < 25; ++$event) {
                $time += $random->getInt(0, 400_000);
                [$port, $bytes] = match ($random->getInt(0, 3)) {
                    0 => ['keys', "\x90".\chr($random->getInt(36, 84)).\chr($random->getInt(0, 127))],
                    1 => ['treadle', "\xBF".\chr($random->getInt(79, 88)).\chr($random->getInt(0, 1) * 127)],
                    2 => ['treadle', "\xBF\x0B".\chr($random->getInt(0, 127))],
                    default => ['pads', "\x99".\chr($random->getInt(36, 52)).\chr($random->getInt(0, 127))],
                };
                $through->feed($time, $port, $bytes);
                $kept->feed($time, $port, $bytes);
                if (0 === $random->getInt(0, 4)) {
                    $saved = unserialize(serialize($kept->save()));
                    self::assertIsArray($saved);
                    /** @var array<string, mixed> $saved */
                    $kept = Bench::load($book, $saved, $seats);
                }
            }
            self::assertSame($through->receivers(), $kept->receivers(), "case {$case}");
        }
    }

    private static function analysis(): RigAnalysis
    {
        return new RigAnalysis(RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'))));
    }

    /** @return array{CompiledBook, Patch} */
    private static function ferry(): array
    {
        $analysis = self::analysis();

        return [Compiler::load($analysis->checked()->book), Patch::of(Setup::of($analysis->setup->rig, $analysis->checked()->written))];
    }

    /** @return array<string, mixed> */
    private static function view(Bench $bench, string $unit): array
    {
        foreach ($bench->receivers() as $receiver) {
            if ($receiver['port'] === $unit) {
                return $receiver['view'];
            }
        }
        self::fail("no {$unit} on the bench");
    }

    private static function program(Bench $bench, string $unit): mixed
    {
        $program = self::view($bench, $unit)['program'];

        return \is_array($program) ? $program['shown'] : null;
    }
}
