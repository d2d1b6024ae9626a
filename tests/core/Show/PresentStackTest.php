<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Change\RuleChange;
use ZigzagPost\Core\Rulebook\Change\RuleText;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Sheet\PresentStack;
use ZigzagPost\Core\Show\Sheet\UnitNow;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Core\World\UnitStanding;
use ZigzagPost\Tests\Core\Cases;

/** A stack from present values brings units back to them, from wherever they are. */
final class PresentStackTest extends TestCase
{
    private const UNITS = ['brine', 'drive', 'echo'];

    public function testWhatTheProgramStoresIsNotTurned(): void
    {
        $rig = RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        [$unit, $program, $title, $value] = self::aStoredValue($rig);
        $box = Setup::of($rig, Source::of($rig->rulebook ?? '')->book)->boxes[$unit];
        $recall = PresentStack::of('now', [new UnitNow($box, new UnitStanding($program, []))])->text();

        self::assertSame($recall, PresentStack::of('now', [new UnitNow($box, new UnitStanding($program, [$title => $value]))])->text());
        self::assertSame(
            "{$recall}  turn {$unit} \"{$title}\" to ".($value + 1)."\n",
            PresentStack::of('now', [new UnitNow($box, new UnitStanding($program, [$title => $value + 1]))])->text(),
        );
    }

    public function testWhereAStackIsWritten(): void
    {
        $rig = RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        $stack = PresentStack::of('now', [new UnitNow(Setup::of($rig, Source::of('')->book)->boxes['brine'], new UnitStanding(0, []))]);
        $written = static function (string $rules) use ($stack): string {
            $source = Source::of($rules);

            return $source->with($stack->edits($source))->text;
        };
        self::assertSame("port a in\n\n\n{$stack->text()}", $written('port a in'), 'at the end where nothing else stands');
        self::assertSame(
            "port a in\n\n{$stack->text()}\n# keys\nrule \"K\"\n  take note\n  drop\n",
            $written("port a in\n\n# keys\nrule \"K\"\n  take note\n  drop\n"),
            'before the first rule and what is said of it',
        );
        self::assertSame(
            "port a in\n\n{$stack->text()}\nrule \"K\"\n  take note\n  drop\n",
            $written("port a in\n\nstack now\n  recall brine 2\n  recall brine 3\n\nrule \"K\"\n  take note\n  drop\n"),
            'in the place of the one of this name',
        );
    }

    /** @return array{string, int, string, int} a unit, its program, a parameter that the program stores, and the value */
    private static function aStoredValue(Rig $rig): array
    {
        foreach ($rig->units as $unit) {
            foreach ($unit->programs ?? [] as $program => $stored) {
                foreach ($stored->stores ?? [] as $title => $value) {
                    return [$unit->name, (int) $program, (string) $title, $value];
                }
            }
        }
        self::fail('no program of the demo stores anything');
    }

    public function testUnitsComeBackToWhereTheyStood(): void
    {
        $rig = RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        $text = $rig->rulebook ?? '';
        $devices = static fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($rig, $book));
        $checked = Checker::check($text, $devices);
        $seats = Patch::of(Setup::of($rig, $checked->written));
        for ($seed = 0; $seed < Cases::number(15); ++$seed) {
            mt_srand($seed);
            $bench = Bench::start(Compiler::load($checked->book, true), $seats);
            $at = 1_000_000;
            self::play($bench, $at);
            $stood = array_intersect_key($bench->standing(), array_flip(self::UNITS));
            $setup = Setup::of($rig, $checked->written);
            $stack = PresentStack::of(
                'back_again',
                array_map(static fn (string $unit): UnitNow => new UnitNow($setup->boxes[$unit], $stood[$unit]), self::UNITS),
            );
            $source = Source::of($text);
            $with = $source->with($stack->edits($source));
            self::assertSame($with->text, $with->with($stack->edits($with))->text, 'the same stack once more takes its own place');
            $first = $with->book->rules[array_key_first($with->book->rules) ?? 0];
            $with = $with->with(
                RuleChange::add($with, RuleText::of('Back')->from('keys')->take('cc 119')->step('press')->step('do back_again'), $first),
            );
            $changed = Checker::check($with->text, $devices);
            self::assertFalse($changed->hasErrors(), $with->text);
            $bench->change(Compiler::load($changed->book, true), Patch::of(Setup::of($rig, $changed->written)));
            self::play($bench, $at);
            $bench->feed($at += 2_000_000, 'keys', "\xB0\x77\x7F");
            $bench->advance($at + 5_000_000);
            foreach (self::UNITS as $unit) {
                $now = $bench->standing()[$unit];
                if (null !== $stood[$unit]->program) {
                    self::assertSame($stood[$unit]->program, $now->program, "seed {$seed}: program of {$unit}\n{$stack->text()}");
                }
                self::assertSame($stood[$unit]->values, array_intersect_key($now->values, $stood[$unit]->values), "seed {$seed}: {$unit}\n{$stack->text()}");
            }
        }
    }

    public function testANameThatIsNoneAndUnitsOfWhichNothingIsKnown(): void
    {
        $setup = RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json')));
        foreach ([['Far shore', 4], ['far', null]] as [$name, $program]) {
            try {
                PresentStack::of($name, [new UnitNow($setup->boxes['brine'], new UnitStanding($program, []))]);
                self::fail("{$name} was taken");
            } catch (RulebookError $error) {
                self::assertContains($error->errorCode, ['name', 'unknown-value']);
            }
        }
    }

    private static function play(Bench $bench, int &$at): void
    {
        for ($time = 0; $time < 12; ++$time) {
            $at += 2_000_000;
            $control = ['Switch 1', 'Switch 2', 'Switch 3', 'Switch 4', 'Switch 7', 'Pedal'][mt_rand(0, 5)];
            $bench->touch($at, 'treadle', $control, 'Pedal' === $control ? mt_rand(0, 127) : 127);
            $bench->touch($at + 100_000, 'strip', 'A fader 8', mt_rand(0, 127));
            'Pedal' === $control || $bench->touch($at + 200_000, 'treadle', $control, 0);
        }
        $bench->advance($at += 4_000_000);
    }
}
