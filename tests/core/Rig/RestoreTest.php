<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Cases;

/** Whatever was played: a unit that lost its power stands as before once it is restored. */
final class RestoreTest extends TestCase
{
    public function testAUnitIsBroughtBackToWherePresentValuesSay(): void
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);
        self::assertIsString($json['rulebook']);
        $units = ['brine', 'drive', 'echo', 'sampler', 'desk', 'lantern', 'moths'];
        $rules = '';
        foreach ($units as $index => $unit) {
            $rules .= "\nrule \"Bring {$unit} back\"\n  from keys\n  take cc ".(20 + $index)."\n  press\n  restore {$unit}\n";
        }
        $situation = new Situation(RigFile::setup(RigFile::rig(Json::encode(['rulebook' => $json['rulebook'].$rules] + $json))));
        self::assertFalse($situation->checked()->hasErrors());
        $book = Compiler::load($situation->checked()->book);
        $events = Proving::events(Coverage::tape($situation));
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(11));
        $moved = 0;
        for ($case = 0; $case < Cases::number(30); ++$case) {
            $world = new RigWorld($situation->setup, $book);
            $now = 0;
            for ($deed = 0; $deed < 40; ++$deed) {
                $event = $events[$random->getInt(0, \count($events) - 1)];
                $world->play($now += $random->getInt(60_000, 900_000), (int) $book->inPort($event->port), [$event->bytes], 0);
            }
            $world->play($now += 3_000_000, 0, []);
            foreach ($units as $index => $unit) {
                $device = $world->devices[$unit];
                $stood = [$device->program(), $device->values()];
                $device->power($now += 1_000_000);
                $moved += $stood === [$device->program(), $device->values()] ? 0 : 1;
                $world->play($now += 6_000_000, (int) $book->inPort('keys'), ["\xB0".\chr(20 + $index)."\x7F", "\xB0".\chr(20 + $index)."\x00"], 1_500_000);
                $now += 2_000_000;
                self::assertSame($stood[0], $device->program(), "case {$case}: the program of {$unit}");
                self::assertEquals($stood[1], $device->values(), "case {$case}: the parameters of {$unit}, program ".json_encode($stood[0]).' present '.json_encode($world->engine->state->called));
            }
        }
        self::assertGreaterThan(Cases::number(30), $moved);
    }
}
