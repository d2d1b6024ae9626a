<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Index\ProgramNames;
use ZigzagPost\Core\Rig\Index\RigIndex;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Code\DoesWhat;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Learn\LearnTarget;
use ZigzagPost\Core\Show\Learn\Targets;
use ZigzagPost\Core\Show\Sheet\CopyCheck;
use ZigzagPost\Core\Show\Sheet\Does;
use ZigzagPost\Core\Show\Sheet\SwitchEdits;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Show\Sheet\SwitchUse;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Cases;

/** Sheets are rules: what is changed on the switch sheet is done, in the words of the sheet, and nothing else changes. */
final class SwitchEditsTest extends TestCase
{
    /** How long a hand presses and lets go, by gesture, in milliseconds. */
    private const HANDS = ['press' => [100], 'short' => [100], 'held' => [900], 'twice' => [80, 80, 80]];

    public function testASwitchIsAssignedCopiedAndCleared(): void
    {
        $analysis = self::demo();
        $box = self::box($analysis, 'treadle');
        $target = new LearnTarget(LearnTarget::PROGRAM, 'brine', 'Undertow', '');
        $source = Source::of($analysis->setup->rig->rulebook ?? '');
        $edits = new SwitchEdits($analysis);

        $assigned = $source->with($edits->assign($box, self::control($box, 'Switch 4'), null, 'press', $target));
        self::assertStringContainsString(
            "rule \"Switch 4: brine Undertow\"\n  take treadle \"Switch 4\"\n  press\n  recall brine \"Undertow\"\n\nrule \"Switch 5",
            $assigned->text,
        );
        self::assertStringNotContainsString('the drive to and fro', $assigned->text, 'its own rule gave way');

        $inScene = $source->with($edits->assign($box, self::control($box, 'Switch 4'), 'Open sea', 'held', $target));
        self::assertStringContainsString(
            "  on leave release\n\nrule \"Switch 4: brine Undertow\"\n  take treadle \"Switch 4\" held 600ms\n  recall brine \"Undertow\"\n",
            $inScene->text,
        );

        $copied = $source->with(
            $edits->copy(
                $box,
                self::control($box, 'Switch 2'),
                self::line($analysis, 'Switch 2'),
                $box,
                self::control($box, 'Switch 8'),
                'Far shore',
            ),
        );
        self::assertStringContainsString('go "Open sea"', $copied->text, 'what went by its place in a list goes to the scene that this was');

        $cleared = $source->with($edits->clear($box, self::control($box, 'Switch 8'), self::line($analysis, 'Switch 8')));
        self::assertStringNotContainsString('silence', $cleared->text);
        $this->expectException(RulebookError::class);
        $edits->clear($box, self::control($box, 'Switch 2'), self::line($analysis, 'Switch 2'));
    }

    public function testWhatIsMovedIsNotHeldAndWhatIsPressedIsNotMoved(): void
    {
        $analysis = self::demo();
        $edits = new SwitchEdits($analysis);
        $target = new LearnTarget(LearnTarget::PARAMETER, 'brine', 'Mix', '');
        foreach (
            [
                ['strip', 'A fader 3', 'held', '"A fader 3" is moved, not pressed; choose move'],
                ['treadle', 'Switch 4', 'move', '"Switch 4" is pressed, not moved; choose press, short, held or twice'],
                ['strip', 'A fader 3', 'move', null],
                ['treadle', 'Switch 4', 'held', null],
            ] as [$unit, $control, $gesture, $refused]
        ) {
            $box = self::box($analysis, $unit);
            try {
                self::assertNotSame([], $edits->assign($box, self::control($box, $control), null, $gesture, $target));
                $said = null;
            } catch (RulebookError $error) {
                $said = $error->getMessage();
            }
            self::assertSame($refused, $said, "{$control} {$gesture}");
        }
    }

    public function testARuleAboveAllScenesIsSaidToTakeItFirst(): void
    {
        $analysis = self::demo(
            'port treadle in'.
                "\n".
                'port boxes out'.
                "\n\n".
                'rule "First"'.
                "\n".
                '  take treadle "Switch 4"'.
                "\n".
                '  turn drive "Bypass" to other'.
                "\n\n".
                'scene "Night"'.
                "\n",
        );
        $box = self::box($analysis, 'treadle');
        $this->expectExceptionMessage('stands above all scenes');
        (new SwitchEdits($analysis))->assign($box, self::control($box, 'Switch 4'), 'Night', 'press', new LearnTarget(LearnTarget::SCENE, null, 'Night', ''));
    }

    public function testWhatIsTheSameAfterACopy(): void
    {
        $analysis = self::demo();
        $box = self::box($analysis, 'treadle');
        self::assertSame(
            ['program: both do “Brine: program Undertow”'],
            CopyCheck::same($box, self::control($box, 'Switch 4'), $box, self::control($box, 'Switch 5'), [
                new Does(DoesWhat::Program, 'Brine: program Undertow', 'brine'),
            ]),
        );
    }

    public function testRandomEditsDoWhatTheSheetSays(): void
    {
        $done = ['assign' => 0, 'clear' => 0, 'copy' => 0];
        for ($seed = 0; $seed < Cases::number(8); ++$seed) {
            mt_srand($seed);
            $analysis = self::demo();
            for ($step = 0; $step < 5; ++$step) {
                $what = array_rand($done);
                try {
                    [$edits, $box, $control, $says] = self::edit($analysis, (string) $what);
                } catch (RulebookError) {
                    continue; // it is said that this cannot be done
                }
                $before = $analysis->setup->rig->rulebook ?? '';
                $after = Source::of($before)->with($edits)->text;
                $words = "seed {$seed}, {$what} at {$control->name}:\n{$after}";
                self::assertSame(self::comments($before), self::comments($after), $words);
                $changed = self::demo($after);
                self::assertFalse($changed->checked()->hasErrors(), $words);
                self::assertSame(self::others($analysis, $control), self::others($changed, $control), $words);
                $sheet = SwitchSheet::of($changed);
                $says($sheet, $words);
                self::actsAsItSays($changed, $sheet, $box, $control, $words);
                $analysis = $changed;
                ++$done[$what];
            }
        }
        self::assertGreaterThan(3, min($done));
    }

    /** @return array{list<Edit>, Device, Control, \Closure(SwitchSheet, string): void} */
    private static function edit(RigAnalysis $analysis, string $what): array
    {
        $box = self::box($analysis, 'treadle');
        $control = self::control($box, 'Switch '.mt_rand(1, 8));
        $scene = [null, null, 'Harbour', 'Open sea', 'Far shore'][mt_rand(0, 4)];
        $edits = new SwitchEdits($analysis);
        if ('assign' === $what) {
            $targets = array_values(
                array_filter(
                    Targets::of($analysis),
                    static fn (LearnTarget $target): bool => \in_array($target->what, [LearnTarget::PROGRAM, LearnTarget::SCENE, LearnTarget::STACK], true),
                ),
            );
            $target = $targets[mt_rand(0, \count($targets) - 1)];
            $gesture = array_rand(self::HANDS);

            return [
                $edits->assign($box, $control, $scene, $gesture, $target),
                $box,
                $control,
                static function (SwitchSheet $sheet, string $words) use ($control, $scene, $gesture, $target): void {
                    $uses = array_filter(
                        $sheet->uses,
                        static fn (SwitchUse $use): bool => [$use->control, $use->scene, $use->gesture] === [$control->name, $scene, $gesture],
                    );
                    $says = match ($target->what) {
                        LearnTarget::SCENE => "scene {$target->title}",
                        LearnTarget::STACK => "stack {$target->title}",
                        default => "program {$target->title}",
                    };
                    self::assertStringContainsString($says, implode('', (array_values($uses)[0] ?? null)?->words() ?? []), $words);
                },
            ];
        }
        $uses = array_values(
            array_filter(SwitchSheet::of($analysis)->uses, static fn (SwitchUse $use): bool => 'treadle' === $use->unit && 'Pedal' !== $use->control),
        );
        $use = $uses[mt_rand(0, \count($uses) - 1)];
        $from = self::control($box, $use->control);
        if ('clear' === $what) {
            return [
                $edits->clear($box, $from, $use->line),
                $box,
                $from,
                static function (SwitchSheet $sheet, string $words) use ($use): void {
                    self::assertSame(
                        [],
                        array_filter(
                            $sheet->uses,
                            static fn (SwitchUse $each): bool => [$each->control, $each->scene, $each->gesture, $each->words()] === [
                                $use->control,
                                $use->scene,
                                $use->gesture,
                                $use->words(),
                            ],
                        ),
                        $words,
                    );
                },
            ];
        }

        return [
            $edits->copy($box, $from, $use->line, $box, $control, $scene),
            $box,
            $control,
            static function (SwitchSheet $sheet, string $words) use ($control, $scene, $use): void {
                $copied = array_filter(
                    $sheet->uses,
                    static fn (SwitchUse $each): bool => [$each->control, $each->scene, $each->gesture, $each->words()] === [
                        $control->name,
                        $scene,
                        $use->gesture,
                        $use->words(),
                    ],
                );
                self::assertCount(1, $copied, $words);
            },
        ];
    }

    /** In every scene the first use that a gesture has does what it says. */
    private static function actsAsItSays(RigAnalysis $analysis, SwitchSheet $sheet, Device $box, Control $control, string $words): void
    {
        $book = Compiler::load($analysis->checked()->book);
        $message = (new RigIndex($analysis->setup))->controls->of($box, $control)->message() ?? throw new \LogicException('not heard');
        foreach ($book->scenes() as $index => $scene) {
            $inForce = array_values(
                array_filter(
                    $sheet->uses,
                    static fn (SwitchUse $use): bool => $use->control === $control->name && \in_array($use->scene, [null, $scene], true),
                ),
            );
            $first = $inForce[0] ?? null;
            if (null === $first || $first->isByHand) {
                continue;
            }
            $world = new RigWorld($analysis->setup, $book);
            $world->go(5_000_000, $index, 2_000_000);
            $at = 20_000_000;
            foreach (self::HANDS[$first->gesture] as $number => $ms) {
                $world->play($at, (int) $book->inPort($message->ports[0]), Hand::at($message, 0 === $number % 2 ? 127 : 0), 1000 * $ms);
                $at += 1000 * $ms;
            }
            $world->play($at, (int) $book->inPort($message->ports[0]), Hand::at($message, 0), 3_000_000);
            foreach ($first->does as $does) {
                if (DoesWhat::Scene === $does->what) {
                    self::assertSame($does->about, $book->scenes()[$world->engine->state->scene], "{$scene}: {$does->words}, {$words}");
                } elseif (DoesWhat::Program === $does->what && 1 === preg_match('/^(.+): program (.+)$/', $does->words, $parts)) {
                    $unit = $world->devices[(string) $does->about];
                    self::assertSame($unit->box->label(), $parts[1]);
                    $programs = $unit->box->chart->programs;
                    self::assertNotNull($programs);
                    $is = (int) $unit->program();
                    self::assertContains(
                        $parts[2],
                        [$programs->label($is), ProgramNames::names($unit->box, $programs)[$is] ?? ''],
                        "{$scene}: {$does->words}, {$words}",
                    );
                }
            }
        }
    }

    /** @return list<string> what all other controls do */
    private static function others(RigAnalysis $analysis, Control $control): array
    {
        $others = [];
        foreach (SwitchSheet::of($analysis)->uses as $use) {
            if ($use->control !== $control->name) {
                $others[] = "{$use->unit} {$use->control} {$use->scene} {$use->gesture} ".implode(', ', $use->words());
            }
        }

        return $others;
    }

    /** @return list<string> */
    private static function comments(string $text): array
    {
        preg_match_all('/#.*/', $text, $found);
        sort($found[0]);

        return $found[0];
    }

    private static function line(RigAnalysis $analysis, string $control): int
    {
        foreach (SwitchSheet::of($analysis)->uses as $use) {
            if ($use->control === $control) {
                return $use->line;
            }
        }
        self::fail("nothing takes {$control}");
    }

    private static function box(RigAnalysis $analysis, string $name): Device
    {
        return $analysis->setup->box($name) ?? self::fail($name);
    }

    private static function control(Device $box, string $name): Control
    {
        return $box->control($name) ?? self::fail($name);
    }

    private static function demo(?string $book = null): RigAnalysis
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);

        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(null === $book ? $json : ['rulebook' => $book] + $json))));
    }
}
