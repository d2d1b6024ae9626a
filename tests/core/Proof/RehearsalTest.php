<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Proof\Fault;
use ZigzagPost\Core\Proof\FaultKind;
use ZigzagPost\Core\Proof\FaultOutcome;
use ZigzagPost\Core\Proof\Rehearsal;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;

/** The demo show, rehearsed with everything that goes wrong. */
final class RehearsalTest extends TestCase
{
    public function testEveryFaultAloneEndsWellOrHasAWayBack(): void
    {
        $rehearsal = self::rehearsal();
        self::assertSame(['desk', 'lantern'], $rehearsal->leftOut, 'what can hurt is never rehearsed');
        $met = [];
        foreach ($rehearsal->faults() as $fault) {
            $outcome = $rehearsal->with($fault);
            $met[$fault->words()] = $outcome;
            self::assertNotSame(FaultOutcome::BY_HAND, $outcome->wayBack, $fault->words());
        }
        $tried = array_map(static fn (Fault $fault): string => $fault->kind->value, $rehearsal->faults());
        self::assertSame([], array_diff(array_column(FaultKind::cases(), 'value'), $tried), 'every kind of fault is tried');

        self::assertTrue($met['scene: pressed twice']->isHarmless());
        $moths = $met['moths: lead pulled and put back'];
        self::assertSame(['Moths: Eb3'], $moths->hangs, 'the note-off was lost with the lead');
        self::assertSame(FaultOutcome::PANIC, $moths->wayBack);
        self::assertNull($moths->forUs);
        self::assertSame(['Foot board “Switch 8”'], $moths->presses, 'which press it is');
        $keys = $met['keys: device out and in'];
        self::assertSame([], $keys->hangs, 'a player lets go of what a device held that is gone, where a lead that is pulled leaves it sounding');
        self::assertSame(['Gulls: Bend at 0 cents instead of -200 cents', 'Moths: Bend at 0 cents instead of -200 cents'], $keys->wrong);
        self::assertNotSame([], $met['keys: lead pulled and put back']->hangs);
        foreach (['started again', 'hangs for a second'] as $what) {
            self::assertSame([[], []], [$met["player: {$what}"]->hangs, $met["player: {$what}"]->wrong]);
        }
        $drive = $met['drive: switched off and on'];
        self::assertSame(['Drive: on the program it starts with instead of 4', 'Drive: Bypass where it starts instead of at Playing'], $drive->wrong);
        self::assertSame(FaultOutcome::BY_ITSELF, $drive->wayBack, 'the next scene that calls it puts it right');
        self::assertGreaterThan(1_000_000, $drive->forUs);
        self::assertSame(['Foot board “Open sea”'], $drive->presses, 'who does not want to wait for it');
        self::assertSame(['Harbour', 720.0], [$drive->by, $drive->afterS], 'by what, and when');
    }

    /** Where no scene comes that would put it right, the units that stand wrong are restored; what never came in has to be moved again. */
    public function testAfterOneSceneOnlyRestoringHelps(): void
    {
        $rehearsal = self::rehearsal([
            'songs' => [['id' => 'a', 'title' => 'A', 'scenes' => ['Open sea']]],
            'setLists' => [['name' => 'Short', 'songs' => ['a']]],
            'loaded' => 'Short',
        ]);
        $back = [];
        foreach ($rehearsal->faults() as $fault) {
            $outcome = $rehearsal->with($fault);
            $back[$fault->words()] = [$outcome->wayBack, $outcome->presses];
        }
        self::assertSame(['restore Sampler', ['“Restore” on the stage, Sampler']], $back['sampler: switched off and on']);
        self::assertSame(
            ['restore Drive, Far echo', ['“Restore” on the stage, Drive', '“Restore” on the stage, Far echo']],
            $back['drive: switched off and on'],
            'and the echo behind it, without power as well',
        );
        self::assertSame(
            ['panic, then restore Moths', ['Foot board “Switch 8”', '“Restore” on the stage, Moths']],
            $back['moths: lead pulled and put back'],
        );
        self::assertSame(
            ['panic, then the rest by hand', ['Foot board “Switch 8”']],
            $back['keys: lead pulled and put back'],
            'what the wheel did meanwhile never came in',
        );
        self::assertSame([FaultOutcome::BY_HAND, []], $back['tilt: battery empty']);
    }

    public function testPairsOfFaultsLeaveNothingHangingOnceTheWayBackIsGone(): void
    {
        $rehearsal = self::rehearsal();
        $faults = $rehearsal->faults();
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(4));
        for ($pair = 0; $pair < Cases::number(40); ++$pair) {
            [$one, $other] = [$faults[$random->getInt(0, \count($faults) - 1)], $faults[$random->getInt(0, \count($faults) - 1)]];
            $outcome = $rehearsal->with($one, $other);
            $needsABattery = \in_array(FaultKind::Battery, [$one->kind, $other->kind], true) && [] === $outcome->hangs;
            self::assertTrue(FaultOutcome::BY_HAND !== $outcome->wayBack || $needsABattery, "{$one->words()} and {$other->words()}");
        }
    }

    /** @param array<string, mixed>|null $show other songs than those of the demo */
    private static function rehearsal(?array $show = null): Rehearsal
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);

        return new Rehearsal(new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(null === $show ? $json : ['show' => $show] + $json)))));
    }
}
