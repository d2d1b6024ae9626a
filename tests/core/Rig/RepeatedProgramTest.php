<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Naming\Plain;
use ZigzagPost\Tests\Core\Cases;

/** A program that stands is called again, except where a chart says that this cuts the sound: then, and only then, it is left out. */
final class RepeatedProgramTest extends TestCase
{
    private const RULES = "port keys in\nport box out\nrule \"By number\"\n  take cc 1\n  recall box value\nrule \"By name\"\n  take cc 2\n "
        ." recall box \"Reef\"\nrule \"Back\"\n  take cc 3\n  restore box\nrule \"Past the names\"\n  take program\n  send box\n";

    /** @return iterable<string, array{bool, list<string>, list<string>}> whether it cuts, what is played, and what goes out for each */
    public static function presses(): iterable
    {
        $four = ['B0 00 00', 'B0 20 00', 'C0 04'];
        yield 'without the fact' => [false, ['B0 01 04', 'B0 01 04'], [implode(', ', $four), implode(', ', $four)]];
        yield 'the first is sent, the second is not' => [true, ['B0 01 04', 'B0 01 04'], [implode(', ', $four), '']];
        yield 'by its name as well' => [true, ['B0 02 40', 'B0 02 40', 'B0 01 03', 'B0 02 40'], ['B0 00 00, B0 20 00, C0 03', '', '', '']];
        yield 'another one between' => [
            true,
            ['B0 01 04', 'B0 01 05', 'B0 01 04'],
            [implode(', ', $four), 'B0 00 00, B0 20 00, C0 05', implode(', ', $four)],
        ];
        yield 'another bank' => [
            true,
            ['B0 01 04', 'B0 01 0E', 'B0 01 04'],
            [implode(', ', $four), 'B0 00 00, B0 20 01, C0 04', implode(', ', $four)],
        ];
        yield 'restored in any case' => [true, ['B0 01 04', 'B0 03 7F', 'B0 01 04'], [implode(', ', $four), implode(', ', $four), '']];
        yield 'what no name called counts too' => [
            true,
            ['B0 01 04', 'C0 05', 'B0 01 04', 'C0 04'],
            [implode(', ', $four), 'C0 05', implode(', ', $four), 'C0 04'],
        ];
    }

    /**
     * @param list<string> $played
     * @param list<string> $expected
     */
    #[DataProvider('presses')]
    public function testOnlyWhereItCutsItIsLeftOut(bool $cuts, array $played, array $expected): void
    {
        $engine = self::engine($cuts);
        $sent = [];
        foreach ($played as $index => $bytes) {
            $engine->feed(1_000_000 * $index, 0, (string) Bytes::fromHex($bytes));
            $engine->advance(1_000_000 * $index + 900_000);
            $sent[] = implode(', ', array_map(static fn (array $made): string => Bytes::toHex($made[2]), $engine->take()));
        }

        self::assertSame($expected, $sent);
    }

    /** Whatever is called in whatever order: the box is on the program that was called last, and none comes twice in a row. */
    public function testTheBoxIsOnTheProgramThatWasCalledLast(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(19));
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $engine = self::engine(true);
            [$bank, $isOn, $last] = [0, null, null];
            for ($press = 0; $press < 40; ++$press) {
                $wanted = $random->getInt(0, 19);
                $engine->feed(1_000_000 * $press, 0, "\xB0\x01".\chr($wanted));
                foreach ($engine->take() as [, , $bytes]) {
                    $bank = "\xB0\x20" === substr($bytes, 0, 2) ? \ord($bytes[2]) : $bank;
                    if ("\xC0" === $bytes[0]) {
                        $isOn = 10 * $bank + \ord($bytes[1]);
                        self::assertNotSame($last, $isOn, 'a repeated program cuts the sound');
                        $last = $isOn;
                    }
                }
                self::assertSame($wanted, $isOn, "case {$case}, press {$press}");
            }
        }
    }

    public function testItHasNoPlainForm(): void
    {
        $left = static function (bool $cuts): array {
            $analysis = self::analysis($cuts);
            $checked = $analysis->checked();

            return array_column(
                Plain::of($checked->written, $checked->book, RigDevices::of(Setup::of($analysis->setup->rig, $checked->written)))->unsaid,
                'what',
            );
        };
        self::assertSame(['rule "By number"', 'rule "Back"'], $left(false));
        self::assertSame(['rule "By number"', 'rule "By name"', 'rule "Back"'], $left(true));
    }

    private static function engine(bool $cuts): Engine
    {
        $engine = new Engine(Compiler::load(self::analysis($cuts)->checked()->book));
        $engine->start();
        $engine->take();

        return $engine;
    }

    private static function analysis(bool $cuts): RigAnalysis
    {
        $programs = [
            'count' => 20,
            'shown' => ['pattern' => '{number}', 'firstSlot' => 0, 'size' => 20],
            'wire' => ['perBank' => 10, 'msb' => 0, 'lsb' => 'bank'],
            'names' => ['3' => 'Reef'],
            ...$cuts ? ['repeatCuts' => true] : [],
        ];
        $rig = Kit::rig(
            ['box' => Kit::hearer('Box', more: ['programs' => $programs])],
            [['name' => 'box', 'chart' => 'box']],
            [Kit::lead('1', 'post box', 'box in')],
            ['rulebook' => self::RULES],
        );

        return new RigAnalysis(Kit::setup($rig, self::RULES));
    }
}
