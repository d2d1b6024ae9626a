<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Cases;

/** Whatever was played: a unit that lost its power stands as before once it is restored. */
final class RestoreTest extends TestCase
{
    /** @return iterable<string, array{bool}> */
    public static function hands(): iterable
    {
        yield 'by a rule' => [true];
        yield 'by a button' => [false];
    }

    #[DataProvider('hands')]
    public function testAUnitIsBroughtBackToWherePresentValuesSay(bool $byRule): void
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);
        self::assertIsString($json['rulebook']);
        $units = ['brine', 'drive', 'echo', 'sampler', 'desk', 'lantern', 'moths'];
        $rules = '';
        foreach ($byRule ? $units : [] as $index => $unit) {
            $rules .= "\nrule \"Bring {$unit} back\"\n  from keys\n  take cc ".(20 + $index)."\n  press\n  restore {$unit}\n";
        }
        $analysis = new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(['rulebook' => $json['rulebook'].$rules] + $json))));
        self::assertFalse($analysis->checked()->hasErrors());
        $book = Compiler::load($analysis->checked()->book, keepsPresent: true);
        $strokes = Coverage::strokes($analysis);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(11));
        $moved = 0;
        for ($case = 0; $case < Cases::number(30); ++$case) {
            $world = new RigWorld($analysis->setup, $book);
            $now = 0;
            for ($deed = 0; $deed < 40; ++$deed) {
                $event = $strokes[$random->getInt(0, \count($strokes) - 1)]->event;
                $world->play($now += $random->getInt(60_000, 900_000), (int) $book->inPort($event->port), [$event->bytes], 0);
            }
            $world->play($now += 3_000_000, 0, []);
            foreach ($units as $index => $unit) {
                $device = $world->devices[$unit];
                $stood = [$device->program(), $device->values()];
                $device->power($now += 1_000_000);
                $moved += $stood === [$device->program(), $device->values()] ? 0 : 1;
                $byRule
                    ? $world->play(
                        $now += 6_000_000,
                        (int) $book->inPort('keys'),
                        ["\xB0".\chr(20 + $index)."\x7F", "\xB0".\chr(20 + $index)."\x00"],
                        1_500_000,
                    )
                    : $world->restore($now += 6_000_000, $unit, 1_500_000);
                $now += 2_000_000;
                self::assertSame($stood[0], $device->program(), "case {$case}: the program of {$unit}");
                self::assertEquals(
                    $stood[1],
                    $device->values(),
                    "case {$case}: the parameters of {$unit}, program ".
                        json_encode($stood[0]).
                        ' present '.
                        json_encode($world->engine->state->called),
                );
            }
        }
        self::assertGreaterThan(Cases::number(30), $moved);
    }

    /** brine hears again 40 ms after the five bytes of its program, 1.6 ms on the wire; before that nothing else is sent to it. */
    public function testProgramFirstThenValuesLampsLast(): void
    {
        $engine = self::stage(
            "lamps treadle\nrule \"Pedal\"\n take treadle \"Pedal\"\n turn brine \"Mix\"\nrule \"Storm\"\n take treadle \"Switch 2\"\n "
                ."press\n recall brine \"Storm\"\nrule \"T\"\n take treadle \"Switch 1\"\n toggle\n send boxes\n",
        );
        foreach (["\xB0\x15\x7F", "\xB0\x0B\x7F", "\xB0\x14\x7F"] as $index => $bytes) {
            $engine->feed(1000 * ($index + 1), 0, $bytes);
        }
        $engine->advance(500_000);
        $engine->take();
        $saved = unserialize(serialize($engine->save()));
        self::assertIsArray($saved);
        /** @var array<string, mixed> $saved */
        $again = Engine::load($engine->book, $saved);
        foreach ([$engine, $again] as $each) {
            self::assertTrue($each->restore(1_000_000, 'brine'));
            self::assertFalse($each->restore(1_000_000, 'nobody'));
            $each->advance(2_000_000);
            self::assertSame(['1000000 boxes B2 20 01', '1000000 boxes C2 02', '1041600 boxes B2 15 64'], self::sent($each));
            self::assertTrue($each->restore(3_000_000, 'treadle'));
            self::assertSame(
                ['3000000 board B1 29 00', '3000000 board B1 2A 00', '3000000 board B1 28 5A'],
                self::sent($each),
                'lamps as they should be, dark ones first',
            );
        }
    }

    /** Two units on one lead, brought back at one time: the program of the second is behind that of the first. */
    public function testTheProgramOfAnotherUnitOnTheSameLeadIsCounted(): void
    {
        $engine = self::stage(
            "rule \"Calls\"\n take treadle \"Switch 1\"\n press\n recall drive 3\nrule \"Pedal\"\n take treadle \"Pedal\"\n turn brine "
                ."\"Mix\"\nrule \"Storm\"\n take treadle \"Switch 2\"\n press\n recall brine \"Storm\"\n",
        );
        foreach (["\xB0\x14\x7F", "\xB0\x15\x7F", "\xB0\x0B\x7F"] as $index => $bytes) {
            $engine->feed(1000 * ($index + 1), 0, $bytes);
        }
        $engine->take();
        $engine->restore(1_000_000, 'drive');
        $engine->restore(1_000_000, 'brine');
        $engine->advance(2_000_000);
        self::assertSame(
            ['1000000 boxes C6 02', '1000000 boxes B2 20 01', '1000000 boxes C2 02', '1042240 boxes B2 15 64'],
            self::sent($engine),
            'two bytes later than alone: 640 microseconds',
        );
    }

    public function testAPanicCancelsWhatWaitsForADeafUnit(): void
    {
        $engine = self::stage(
            "rule \"Pedal\"\n take treadle \"Pedal\"\n turn brine \"Mix\"\nrule \"Storm\"\n take treadle \"Switch 2\"\n press\n recall brine \"Storm\"\n",
        );
        $engine->feed(1000, 0, "\xB0\x15\x7F");
        $engine->feed(2000, 0, "\xB0\x0B\x7F");
        $engine->take();
        $engine->restore(1_000_000, 'brine');
        $engine->panic(1_001_000);
        $engine->advance(2_000_000);
        self::assertSame(['1000000 boxes B2 20 01', '1000000 boxes C2 02'], self::sent($engine));
    }

    private static function stage(string $rules): Engine
    {
        $checked = Checker::check(
            StageRig::PORTS.$rules,
            static fn (Rulebook $read): RigDevices => RigDevices::of(Setup::of(StageRig::rig(), $read)),
        );
        self::assertFalse($checked->hasErrors());
        $engine = new Engine(Compiler::load($checked->book, keepsPresent: true));
        $engine->start();

        return $engine;
    }

    /** @return list<string> */
    private static function sent(Engine $engine): array
    {
        return array_map(
            static fn (array $made): string => "{$made[0]} {$engine->book->ports()[$made[1]]} ".
                strtoupper(implode(' ', str_split(bin2hex($made[2]), 2))),
            $engine->take(),
        );
    }
}
