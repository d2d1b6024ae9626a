<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Check\Severity;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Naming\Plain;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Tests\Core\Play;

final class NamesTest extends TestCase
{
    /** @return iterable<string, array{string, string|null}> what is written, and what it comes to; null where it cannot be said plainly */
    public static function sayings(): iterable
    {
        $rule = static fn (string $take, string ...$steps): string => "rule \"R\"\n  {$take}\n".
            implode('', array_map(static fn (string $step): string => "  {$step}\n", $steps));
        yield 'a switch' => [$rule('take treadle "Switch 3"', 'drop'), $rule("from board\n  take cc 22 channel 1", 'drop')];
        yield 'a range of switches' => [
            $rule('take treadle "Switch 1".."Switch 3"', 'set channel = index', 'send boxes'),
            $rule("from board\n  take cc 20,21,22 channel 1", 'set channel = index', 'send boxes'),
        ];
        yield 'the second and the third' => [
            $rule('take treadle "Switch 2".."Switch 3"', 'drop'),
            $rule("from board\n  take cc 21,22 channel 1", 'drop'),
        ];
        yield 'from one to itself' => [$rule('take treadle "Switch 2".."Switch 2"', 'drop'), $rule("from board\n  take cc 21 channel 1", 'drop')];
        yield 'titles without regard to case' => [$rule('take treadle "switch  1"', 'drop'), $rule("from board\n  take cc 20 channel 1", 'drop')];
        yield 'a wheel' => [$rule('take treadle "Wheel"', 'drop'), $rule("from board\n  take bend channel 1", 'drop')];
        yield 'a switch that sends a program' => [$rule('take treadle "Bank up"', 'drop'), $rule("from board\n  take program 5 channel 1", 'drop')];
        yield 'pads' => [$rule('take tray "Pad 1", "Pad 3"', 'drop'), $rule("from pads\n  take note key 36,38 channel 10", 'drop')];
        yield 'controls of different kinds' => [
            $rule('take treadle "Switch 1", "Wheel"', 'drop'),
            $rule("from board\n  take cc 20 channel 1\n  take bend channel 1", 'drop'),
        ];
        yield 'turned by a pedal' => [
            $rule('take treadle "Pedal"', 'turn brine "Mix"'),
            $rule("from board\n  take cc 11 channel 1", 'post cc 21 value clamp(value * 100 / 127, 0, 100) channel 3 to boxes'),
        ];
        yield 'turned by a wheel' => [
            $rule('take treadle "Wheel"', 'turn brine "Time"'),
            $rule("from board\n  take bend channel 1", 'post nrpn 1027 value clamp((value + 8192) * 16383 / 16383, 0, 16383) channel 3 to boxes'),
        ];
        yield 'turned by a switch' => [
            $rule('take treadle "Switch 1"', 'turn drive "Drive"'),
            $rule("from board\n  take cc 20 channel 1", 'post cc 30 value 10 + 100 * (value >= 64) channel 8 to boxes'),
        ];
        yield 'turned by what a step has made' => [
            $rule('take treadle "Switch 1"', 'toggle 0 50', 'turn brine "Mix"'),
            $rule("from board\n  take cc 20 channel 1", 'toggle 0 50', 'post cc 21 value clamp(value * 100 / 127, 0, 100) channel 3 to boxes'),
        ];
        yield 'turned by a pad' => [
            $rule('take tray "Pad 1"', 'turn brine "Mix"'),
            $rule("from pads\n  take note key 36 channel 10", 'become cc 21 value clamp(value * 100 / 127, 0, 100) channel 3', 'send boxes'),
        ];
        yield 'turned with pickup' => [
            $rule('take treadle "Pedal"', 'turn brine "Pan" pickup'),
            $rule("from board\n  take cc 11 channel 1", 'become cc 10 value clamp(value, 0, 127) channel 3', 'send boxes pickup'),
        ];
        yield 'to a value' => [
            $rule('take treadle "Switch 1"', 'press', 'turn brine "Mix" to 200'),
            $rule("from board\n  take cc 20 channel 1", 'press', 'post cc 21 value clamp(200, 0, 100) channel 3 to boxes'),
        ];
        yield 'to per cent' => [
            $rule('take cc 1', 'turn brine "Mix" to value / 2 percent'),
            $rule('take cc 1', 'post cc 21 value clamp((value / 2) * 100 / 100, 0, 100) channel 3 to boxes'),
        ];
        yield 'to per cent around a centre' => [
            $rule('take cc 1', 'turn brine "Pan" to 50 percent'),
            $rule('take cc 1', 'post cc 10 value clamp(64 + max(50, 0) * 63 / 100 + min(50, 0) * 64 / 100, 0, 127) channel 3 to boxes'),
        ];
        yield 'to a named value' => [
            $rule('take cc 1', 'turn brine "Mode" to "ping-pong"'),
            $rule('take cc 1', 'post cc 23 value 90 channel 3 to boxes'),
        ];
        yield 'by system exclusive' => [
            $rule('take cc 1', 'turn brine "Colour" to 300'),
            $rule('take cc 1', 'post sysex F0 7D 01 {high(clamp(300, 0, 1000))} {low(clamp(300, 0, 1000))} F7 to boxes'),
        ];
        yield 'to the other' => [$rule('take cc 1', 'turn brine "Mode" to other'), null];
        yield 'a program by name' => [
            $rule('take cc 1', 'press', 'recall brine "storm"'),
            $rule('take cc 1', 'press', 'post cc 32 value 1 channel 3 to boxes', 'post program 2 channel 3 to boxes'),
        ];
        yield 'a program as it is shown' => [
            $rule('take cc 1', 'recall brine "A4"'),
            $rule('take cc 1', 'post cc 32 value 0 channel 3 to boxes', 'post program 3 channel 3 to boxes'),
        ];
        yield 'a program by number' => [$rule('take cc 1', 'recall drive 1'), $rule('take cc 1', 'post program 0 channel 7 to boxes')];
        yield 'a program that is computed' => [$rule('take cc 1', 'recall drive value'), null];
        yield 'played' => [$rule('take note', 'play brine'), $rule('take note', 'send boxes channel 3')];
        yield 'a part played' => [$rule('take note', 'play drive part 2'), $rule('take note', 'send boxes channel 8')];
        yield 'a lamp' => [
            $rule('take cc 1', 'light treadle "Switch 2" on', 'light treadle "Switch 2" "blue"', 'light treadle "Switch 2" off'),
            $rule(
                'take cc 1',
                'post cc 41 value 90 channel 2 to board',
                'post cc 41 value 40 channel 2 to board',
                'post cc 41 value 0 channel 2 to board',
            ),
        ];
        yield 'a group' => ["group songs of treadle \"Switch 1\"..\"Switch 3\" or none\n", "group songs of board cc 20,21,22 channel 1 or none\n"];
        yield 'a group of switches that send different kinds' => ["group songs of treadle \"Switch 1\", \"Bank up\"\n", null];
        yield 'what waits for a device that a stack has called' => [
            "stack storm\n  recall brine \"Storm\"\nscene \"S\"\n  on enter do storm\n  on enter turn brine \"Mix\" to 5\n",
            "stack storm\n  post cc 32 value 1 channel 3 to boxes\n  post program 2 channel 3 to boxes\n\nscene \"S\"\n  on enter do "
                ."storm\n  on enter post cc 21 value clamp(5, 0, 100) channel 3 to boxes after 41.6ms\n",
        ];
        yield 'what waits for a device that the scene before has called' => [
            "scene \"A\"\n  on leave recall brine \"Storm\"\nscene \"B\"\n  on enter turn brine \"Mix\" to 5\n  on enter turn drive "
                ."\"Drive\" to 20\n  on leave recall drive 1\n",
            "scene \"A\"\n  on leave post cc 32 value 1 channel 3 to boxes\n  on leave post program 2 channel 3 to boxes\n\nscene \"B\"\n  "
                ."on enter post cc 21 value clamp(5, 0, 100) channel 3 to boxes after 41.6ms\n  on enter post cc 30 value clamp(20, 10, "
                    ."110) channel 8 to boxes\n  on leave post program 0 channel 7 to boxes\n",
        ];
        yield 'what waits for a deaf device' => [
            "scene \"S\"\n  on enter recall brine \"Harbour\"\n  on enter turn brine \"Mix\" to 5\n  on enter turn drive \"Drive\" to 20\n",
            "scene \"S\"\n  on enter post cc 32 value 0 channel 3 to boxes\n  on enter post program 0 channel 3 to boxes\n  on enter post "
                ."cc 21 value clamp(5, 0, 100) channel 3 to boxes after 41.6ms\n  on enter post cc 30 value clamp(20, 10, 110) channel 8 to boxes\n",
        ];
    }

    #[DataProvider('sayings')]
    public function testNamesAreWhatTheChartsSay(string $named, ?string $plain): void
    {
        $checked = self::check(StageRig::PORTS."\n".$named);
        self::assertSame([], self::errors($checked->findings));
        $setup = self::stage($checked->written);
        $said = Plain::of($checked->written, $checked->book, RigDevices::of($setup));
        [$text, $unsaid] = [$said->text, $said->unsaid];
        if (null === $plain) {
            self::assertCount(1, $unsaid);

            return;
        }
        self::assertSame([], $unsaid);
        self::assertSame(StageRig::PORTS."\n".$plain, $text);
        self::assertSame([], self::errors(Checker::check($text)->findings), 'the plain rulebook needs no rig');
    }

    /** @return iterable<string, array{string, string, string}> a rulebook, what comes in, what goes out */
    public static function tapes(): iterable
    {
        yield 'the other of two named values' => [
            "rule \"R\"\n take treadle \"Switch 1\"\n turn brine \"Mode\" to other",
            "0 board B0 14 7F\n10 board B0 14 00\n20 board B0 14 7F\n30 board B0 14 7F",
            "0.000 boxes B2 17 5A\n20.000 boxes B2 17 14\n30.000 boxes B2 17 5A\n",
        ];
        yield 'the other, of a parameter that something else has moved' => [
            "rule \"R\"\n take treadle \"Switch 1\"\n press\n turn brine \"Mode\" to other\nrule \"M\"\n take treadle \"Pedal\"\n turn brine \"Mode\"",
            "0 board B0 0B 5F\n10 board B0 14 7F",
            "0.000 boxes B2 17 5F\n10.000 boxes B2 17 14\n",
        ];
        yield 'a group of a switch and one that sends a program' => [
            "group songs of treadle \"Switch 2\", \"Bank up\", \"Switch 1\" or none\nrule \"R\"\n take cc 1\n become cc 2 value songs\n send boxes",
            "0 board B0 14 7F\n1 board B0 01 00\n2 board C0 05\n3 board B0 01 00\n4 board B0 14 00\n5 board C0 04\n6 board B0 01 00\n7 "
                ."board C0 05\n8 board B0 01 00\n9 board B0 15 7F\n10 board B0 01 00",
            "1.000 boxes B0 02 03\n3.000 boxes B0 02 02\n6.000 boxes B0 02 02\n8.000 boxes B0 02 00\n10.000 boxes B0 02 01\n",
        ];
        yield 'a program that is computed, and one that is not there' => [
            "rule \"R\"\n take cc 1\n recall drive value\n send boxes channel 1",
            "0 board B0 01 03\n1 board B0 01 00\n",
            "0.000 boxes C6 02\n0.000 boxes B0 01 03\n1.000 boxes B0 01 00\n",
        ];
        yield 'two controls with ranges of their own' => [
            "rule \"R\"\n take treadle \"Pedal\", \"Switch 1\", \"Wheel\"\n turn brine \"Mix\"",
            "0 board B0 0B 40\n1 board B0 14 7F\n2 board E0 7F 7F\n3 board B0 14 00",
            "0.000 boxes B2 15 32\n1.000 boxes B2 15 64\n2.000 boxes B2 15 64\n3.000 boxes B2 15 00\n",
        ];
        yield 'a pad turns, and its release turns back' => [
            "rule \"R\"\n take tray \"Pad 1\"\n turn brine \"Feedback\"\n send boxes channel 9",
            "0 pads 99 24 50\n5 pads 89 24 40",
            "0.000 boxes B2 16 50\n0.000 boxes 98 24 50\n5.000 boxes B2 16 00\n5.000 boxes 88 24 40\n",
        ];
        yield 'the place in titles of different kinds' => [
            "rule \"R\"\n take treadle \"Wheel\", \"Switch 2\"\n post cc 9 value index to boxes",
            "0 board E0 00 10\n1 board B0 15 7F",
            "0.000 boxes B0 09 01\n1.000 boxes B0 09 02\n",
        ];
        yield 'scaled meets in the range of the parameter' => [
            "rule \"R\"\n take treadle \"Pedal\"\n turn brine \"Mix\" scaled\nrule \"T\"\n take treadle \"Switch 1\"\n press\n turn brine \"Mix\" to 50",
            "0 board B0 14 7F\n1 board B0 0B 00\n2 board B0 0B 7F",
            "0.000 boxes B2 15 32\n2.000 boxes B2 15 64\n",
        ];
        yield 'from one scene to the next' => [
            "scene \"A\"\n on leave recall brine \"Storm\"\nscene \"B\"\n on enter turn brine \"Mix\" to 10\n on enter turn drive \"Drive\" "
                ."to 20\nalways\nrule \"R\"\n take treadle \"Switch 1\"\n press\n go next",
            '0 board B0 14 7F',
            "0.000 boxes B2 20 01\n0.000 boxes C2 02\n0.000 boxes B7 1E 14\n41.600 boxes B2 15 0A\n",
        ];
        yield 'from a stack, by a gesture' => [
            "stack storm\n recall brine \"Storm\"\n turn brine \"Mix\" to 10\nrule \"R\"\n take treadle \"Switch 1\" held 600ms\n do storm",
            "0 board B0 14 7F\n700 board B0 14 00",
            "600.000 boxes B2 20 01\n600.000 boxes C2 02\n641.600 boxes B2 15 0A\n",
        ];
    }

    #[DataProvider('tapes')]
    public function testWhatNamesDo(string $book, string $in, string $out): void
    {
        $checked = self::check(StageRig::PORTS.$book);
        self::assertSame([], self::errors($checked->findings));
        self::assertSame($out, implode("\n", Play::through($checked->book, $in))."\n");
    }

    /** Measured ends of this unit's pedal count before those of its kind; outside of them is clamped. */
    public function testTheMeasuredEndsOfAPedal(): void
    {
        $book = "rule \"R\"\n take treadle \"Pedal\"\n turn brine \"Mix\"\n";
        $units = ['treadle' => ['measured' => ['Pedal' => ['heel' => 10, 'toe' => 110]]]];

        self::assertSame(
            ['0.000 boxes B2 15 00', '1.000 boxes B2 15 32', '2.000 boxes B2 15 64'],
            self::through($units, $book, "0 board B0 0B 05\n1 board B0 0B 3C\n2 board B0 0B 7F"),
        );
    }

    /** After a program change parameters stand where the rig says that the program stores them; elsewhere nothing is known. */
    public function testWhatAProgramStoresIsThePresentValue(): void
    {
        $book =
            "rule \"R\"\n take treadle \"Switch 1\"\n turn brine \"Feedback\" to other\nrule \"P\"\n take treadle \"Switch 2\"\n press\n "
                ."recall brine \"Storm\"\nrule \"H\"\n take treadle \"Switch 3\"\n press\n recall brine \"Harbour\"\n";
        $units = ['brine' => ['programs' => ['6' => ['stores' => ['Feedback' => 100]]]]];

        // Nothing is known: the second. Storm stores 100, nearer to the second: the first. Harbour is not known: the second.
        self::assertSame(
            [
                '0.000 boxes B2 16 7F',
                '10.000 boxes B2 20 01',
                '10.000 boxes C2 02',
                '20.000 boxes B2 16 00',
                '30.000 boxes B2 20 00',
                '30.000 boxes C2 00',
                '40.000 boxes B2 16 7F',
            ],
            self::through($units, $book, "0 board B0 14 7F\n10 board B0 15 7F\n20 board B0 14 7F\n30 board B0 16 7F\n40 board B0 14 7F"),
        );
    }

    /** Three buttons of one controller, told apart by the value they send: each press chooses, and none of them is ever let go. */
    public function testMembersThatAreToldByTheirValues(): void
    {
        $button = static fn (int $value): array => ['message' => ['kind' => 'cc', 'number' => 60, 'values' => [0, $value]], 'state' => 'set'];
        $units = ['treadle' => ['assigned' => ['Switch 1' => $button(1), 'Switch 2' => $button(2), 'Switch 3' => $button(100)]]];
        $book =
            "group songs of treadle \"Switch 3\", \"Switch 1\", \"Switch 2\" or none\nrule \"R\"\n take cc 1\n become cc 2 value songs\n send boxes\n";

        self::assertSame(
            ['1.000 boxes B0 02 02', '3.000 boxes B0 02 03', '5.000 boxes B0 02 03', '7.000 boxes B0 02 01', '9.000 boxes B0 02 00'],
            self::through(
                $units,
                $book,
                "0 board B0 3C 01\n1 board B0 01 00\n2 board B0 3C 02\n3 board B0 01 00\n4 board B0 3C 00\n5 board B0 01 00\n6 board B0 3C "
                    ."64\n7 board B0 01 00\n8 board B0 3C 64\n9 board B0 01 00",
            ),
        );
    }

    public function testAGroupIsOfWhatIsPressed(): void
    {
        $findings = self::errors(self::check(StageRig::PORTS."group songs of treadle \"Switch 1\", \"Wheel\"\n")->findings);
        self::assertStringContainsString('error: no-press: "Wheel" sends bend', $findings[0]);
    }

    public function testLampsFollowTogglesAndScenesAndComeBackAfterAPanic(): void
    {
        $book =
            "lamps treadle\nscene \"Calm\"\nscene \"Storm\"\nalways\nrule \"T\"\n take treadle \"Switch 1\"\n toggle\n send boxes\nrule "
                ."\"S\"\n take treadle \"Switch 2\"\n press\n go \"Storm\"\nrule \"P\"\n take treadle \"Switch 3\"\n press\n panic board\n";

        self::assertSame(
            [
                '0.000 board B1 28 00',
                '0.000 board B1 29 00',
                '0.000 board B1 2A 00',
                '5.000 boxes B0 14 7F',
                '5.000 board B1 28 5A',
                '6.000 board B1 29 5A',
                '7.000 board B1 2A 00',
                '7.000 board B1 28 5A',
                '7.000 board B1 29 5A',
            ],
            self::through([], $book, "5 board B0 14 7F\n6 board B0 15 7F\n7 board B0 16 7F"),
        );
    }

    /** What is due between two messages is seen at its own time, on a tape as well as where time goes on by itself. */
    public function testALampThatSomethingDelayedChangesIsLitAtOnce(): void
    {
        $book =
            "lamps treadle\nscene \"Calm\"\nscene \"Storm\"\nalways\nrule \"S\"\n take treadle \"Switch 2\"\n press\n delay 50ms\n go \"Storm\"\n"
                ."rule \"P\"\n take treadle \"Switch 3\"\n press\n send boxes\n";

        self::assertSame(
            ['0.000 board B1 28 00', '0.000 board B1 29 00', '0.000 board B1 2A 00', '55.000 board B1 29 5A', '900.000 boxes B0 16 7F'],
            self::through([], $book, "5 board B0 15 7F\n900 board B0 16 7F"),
        );
    }

    public function testASwitchThatActsTwiceIsAWarning(): void
    {
        $findings = static fn (string $steps): array => array_map(
            static fn (Finding $finding): string => $finding->code,
            self::check(StageRig::PORTS."rule \"R\"\n take treadle \"Switch 1\"\n{$steps}")->findings,
        );

        self::assertContains('acts-twice', $findings(' turn brine "Mix" to 5'));
        self::assertNotContains('acts-twice', $findings(" press\n turn brine \"Mix\" to 5"));
        self::assertNotContains('acts-twice', $findings(' turn brine "Mix"'));
    }

    /**
     * @param array<string, array<string, mixed>> $units
     *
     * @return list<string>
     */
    private static function through(array $units, string $book, string $in): array
    {
        $checked = Checker::check(
            StageRig::PORTS.$book,
            static fn (Rulebook $read): RigDevices => RigDevices::of(Setup::of(StageRig::rig($units), $read)),
        );
        self::assertSame([], self::errors($checked->findings));

        return Play::through($checked->book, $in);
    }

    /** @return iterable<string, array{string, string, string}> a line, the code and a part of what is said */
    public static function mistakes(): iterable
    {
        yield 'no device' => ['take tredle "Switch 1"', 'unknown-device', 'did you mean treadle?'];
        yield 'no control' => ['take treadle "Swich 1"', 'unknown-control', 'did you mean "Switch 1"?'];
        yield 'no parameter' => ["take cc 1\n turn brine \"Mixx\"", 'unknown-parameter', 'did you mean "Mix"?'];
        yield 'only by hand' => ["take cc 1\n turn brine \"Input pad\"", 'hand-only', 'only hands'];
        yield 'no value' => ["take cc 1\n turn brine \"Mode\" to \"Spring\"", 'unknown-value', 'no value "Spring"'];
        yield 'no program' => ["take cc 1\n recall brine \"Harber\"", 'unknown-program', 'did you mean "Harbour"?'];
        yield 'no such number' => ["take cc 1\n recall drive 101", 'unknown-program', 'shows no program 101'];
        yield 'no part' => ["take cc 1\n play brine part 3", 'unknown-part', 'has 1 part, not 3'];
        yield 'no way' => ["take cc 1\n turn tray \"Pad 1\"", 'unknown-parameter', 'no parameter'];
        yield 'backwards' => ['take treadle "Switch 3".."Switch 1"', 'unknown-control', 'stands before'];
        yield 'no colour' => ["take cc 1\n light treadle \"Switch 1\" \"green\"", 'unknown-value', 'amber, blue'];
        yield 'no lamp' => ["take cc 1\n light treadle \"Pedal\" on", 'unknown-control', 'no lamp'];
        yield 'another port' => ["from pads\n take treadle \"Switch 1\"", 'no-way', 'comes in on board'];
    }

    #[DataProvider('mistakes')]
    public function testMistakesAreExplainedWhereTheyAreMade(string $lines, string $code, string $text): void
    {
        $findings = self::errors(self::check(StageRig::PORTS."rule \"R\"\n {$lines}\n drop\n")->findings);
        self::assertCount(1, $findings, implode("\n", $findings));
        self::assertStringContainsString("error: {$code}:", $findings[0]);
        self::assertStringContainsString($text, $findings[0]);
    }

    public function testWithoutARigNamesAreAnError(): void
    {
        $findings = self::errors(Checker::check(StageRig::PORTS."rule \"R\"\n take treadle \"Switch 1\"\n turn brine \"Mix\"\n")->findings);
        self::assertCount(1, $findings);
        self::assertStringContainsString('error: no-rig:', $findings[0]);
    }

    private static function check(string $text): Checker
    {
        return Checker::check($text, static fn (Rulebook $book): RigDevices => RigDevices::of(self::stage($book)));
    }

    private static function stage(Rulebook $book): Setup
    {
        return Setup::of(StageRig::rig(), $book);
    }

    /**
     * @param list<Finding> $findings
     *
     * @return list<string>
     */
    private static function errors(array $findings): array
    {
        return array_values(
            array_map(
                static fn (Finding $finding): string => $finding->print('book'),
                array_filter($findings, static fn (Finding $finding): bool => Severity::Error === $finding->severity),
            ),
        );
    }

    /** A lamp is lit over the part that receives its kind and has a lead, whichever stands first in the chart. */
    public function testALampFindsThePartThatHearsIt(): void
    {
        foreach (
            [
                [['notes', 1, ['note' => true, 'cc' => false], 'in'], ['lamps', 7, ['cc' => true], 'in']],
                [['loose', 3, null, 'other'], ['lamps', 7, null, 'in']],
            ] as $parts
        ) {
            $hears = array_map(
                static fn (array $part): array => ['id' => $part[0], 'at' => [$part[3]], 'channel' => $part[1]] +
                    (null === $part[2] ? [] : ['kinds' => $part[2]]),
                $parts,
            );
            $board = [
                'schema' => 1,
                'name' => 'Board',
                'sort' => 'controller',
                'plugs' => [Kit::din('in', 'in'), Kit::din('other', 'in'), Kit::din('out', 'out')],
                'hears' => $hears,
                'surface' => [
                    'controls' => [
                        [
                            'name' => 'Switch',
                            'sort' => 'switch',
                            'sends' => [],
                            'lamp' => ['message' => ['kind' => 'cc', 'number' => 40], 'off' => 0, 'colours' => ['red' => 9]],
                        ],
                    ],
                ],
            ];
            $rig = Kit::rig(['board' => $board], [['name' => 'board', 'chart' => 'board']], [Kit::lead('one', 'post lights', 'board in')]);
            $checked = Checker::check(
                "port in in\nport lights out\nrule \"L\"\n  from in\n  take cc 1\n  light board \"Switch\" \"red\"\n",
                static fn (Rulebook $book): RigDevices => RigDevices::of(Setup::of($rig, $book)),
            );
            self::assertFalse($checked->hasErrors());
            $engine = new Engine(Compiler::load($checked->book));
            $engine->start();
            $engine->feed(0, 0, "\xB0\x01\x7F");
            self::assertSame(["\xB6\x28\x09"], array_column($engine->take(), 2));
        }
    }
}
