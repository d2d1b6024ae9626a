<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Tests\Core\Cases;

/** A law: `restore` sends the program that was called last, then each value that it did not set and that a message sets safely; nothing else. */
final class RestoreSendsTest extends TestCase
{
    private const CHANNEL = 5;

    public function testNothingIsSentThatTheProgramHasJustSetOrThatTogglesOrTriggers(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(17));
        $sent = $spared = 0;
        for ($case = 0; $case < Cases::number(60); ++$case) {
            $parameters = $programs = [];
            for ($number = 20; $number < 20 + $random->getInt(1, 8); ++$number) {
                $behaviour = [null, 'absolute', 'absolute', 'toggles', 'triggers'][$random->getInt(0, 4)];
                $parameters["{$number}"] = ['stored' => 1 === $random->getInt(0, 1)] + (null === $behaviour ? [] : ['behaviour' => $behaviour]);
            }
            for ($program = 0; $program < 4; ++$program) {
                $programs[$program] = [];
                foreach ($parameters as $number => ['stored' => $isStored]) {
                    if ($isStored && 1 !== $random->getInt(1, 4)) {
                        $programs[$program][$number] = $random->getInt(0, 3);
                    }
                }
            }
            $engine = self::engine($parameters, $programs);
            $stands = [];
            $called = null;
            $now = 0;
            for ($deed = $random->getInt(0, 20); $deed > 0; --$deed) {
                $now += 1_000_000;
                if (1 === $random->getInt(1, 3)) {
                    $called = $random->getInt(0, 3);
                    $engine->feed($now, 0, "\xB0".\chr(50 + $called)."\x7F");
                    foreach ($parameters as $number => ['stored' => $isStored]) {
                        if ($isStored) {
                            $stands[$number] = $programs[$called][$number] ?? null;
                        }
                    }
                } else {
                    $number = (int) array_rand($parameters);
                    $engine->feed($now, 0, "\xB0".\chr($number).\chr($stands[$number] = $random->getInt(0, 3)));
                }
            }
            $engine->advance($now += 1_000_000);
            $engine->take();

            $expected = null === $called ? [] : [\sprintf('C%X %02X', self::CHANNEL - 1, $called)];
            foreach ($parameters as $number => $each) {
                $value = $stands[$number] ?? null;
                if (null === $value || \in_array($each['behaviour'] ?? 'absolute', ['toggles', 'triggers'], true)) {
                    continue;
                }
                if (null !== $called && ($programs[$called][$number] ?? null) === $value) {
                    ++$spared;
                    continue;
                }
                ++$sent;
                $expected[] = \sprintf('B%X %02X %02X', self::CHANNEL - 1, $number, $value);
            }
            self::assertTrue($engine->restore($now += 1_000_000, 'box'));
            $engine->advance($now + 1_000_000);
            self::assertSame(
                $expected,
                array_map(static fn (array $made): string => strtoupper(implode(' ', str_split(bin2hex($made[2]), 2))), $engine->take()),
                "case {$case}: ".json_encode([$parameters, $programs, $called, $stands]),
            );
        }
        self::assertGreaterThan(20, $sent);
        self::assertGreaterThan(20, $spared);
    }

    /**
     * @param array<int|string, array{stored: bool, behaviour?: string}> $parameters by controller
     * @param array<int, array<int|string, int>> $programs what each stores
     */
    private static function engine(array $parameters, array $programs): Engine
    {
        $chart = Kit::hearer(
            'box',
            self::CHANNEL,
            more: [
                'parameters' => array_map(
                    static fn (int|string $number, array $more): array => [
                        'name' => "{$number}",
                        'reach' => 'midi',
                        'message' => ['kind' => 'cc', 'number' => (int) $number],
                        'raw' => [0, 127],
                    ] + $more,
                    array_keys($parameters),
                    $parameters,
                ),
                'programs' => [
                    'count' => 4,
                    'shown' => ['pattern' => '{number}', 'firstSlot' => 0, 'size' => 4],
                    'wire' => ['perBank' => 128, 'msb' => 'none', 'lsb' => 'none'],
                    'bankSend' => 'never',
                ],
            ],
        );
        $units = [
            [
                'name' => 'box',
                'chart' => 'box',
                'settings' => [],
                'assigned' => [],
                'programs' => array_map(static fn (array $stores): array => ['stores' => (object) $stores], $programs),
            ],
        ];
        $text = "port a in\nport b out\n";
        foreach (array_keys($parameters) as $number) {
            $text .= "\nrule \"Turn {$number}\"\n  take cc {$number}\n  turn box \"{$number}\"\n";
        }
        foreach (array_keys($programs) as $program) {
            $text .= "\nrule \"Call {$program}\"\n  take cc ".(50 + $program)."\n  press\n  recall box \"{$program}\"\n";
        }
        $rig = Kit::rig(['box' => $chart], $units, [Kit::lead('l', 'post b', 'box in')]);
        $checked = Checker::check($text, static fn (Rulebook $read): RigDevices => RigDevices::of(Setup::of($rig, $read)));
        self::assertFalse($checked->hasErrors(), json_encode($checked->findings, \JSON_THROW_ON_ERROR));
        $engine = new Engine(Compiler::load($checked->book, keepsPresent: true));
        $engine->start();

        return $engine;
    }
}
