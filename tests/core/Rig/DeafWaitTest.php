<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Engine\Engine;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Naming\Plain;
use ZigzagPost\Core\Rulebook\ResolvedRulebook;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Tests\Core\Cases;

/**
 * A law: in a stack or scene change nothing gets to a device while it is deaf after its program, whatever leaves before on that lead.
 *
 * The wire here is one of the test's own: it takes what was sent, byte by byte, with every clock byte in between.
 */
final class DeafWaitTest extends TestCase
{
    private const BYTE_US = 320;
    /** Devices by channel: name, how long they are deaf after a program, in milliseconds, and whether banks are sent. */
    private const DEVICES = [1 => ['kelp', 40, true], 2 => ['gull', 13, false], 3 => ['salt', 0, true]];

    private \Random\Randomizer $random;

    public function testNothingIsLostWhateverLeavesBefore(): void
    {
        $this->random = new \Random\Randomizer(new \Random\Engine\Mt19937((int) (getenv('ZIGZAG_SEED') ?: 3)));
        $rig = self::rig();
        $waited = $withClock = 0;
        for ($case = 0; $case < Cases::number(40); ++$case) {
            $text = $this->rules();
            $checked = Checker::check($text, static fn (Rulebook $read): RigDevices => RigDevices::of(Setup::of($rig, $read)));
            self::assertFalse($checked->hasErrors(), $text."\n".json_encode($checked->findings, \JSON_PARTIAL_OUTPUT_ON_ERROR));
            $sent = $this->played($checked->book);
            $waited += \count(array_filter($sent, static fn (array $each): bool => 0 !== $each[0] % 1_000_000 && \ord($each[1][0]) < 0xF0));
            $withClock += [] === array_filter($sent, static fn (array $each): bool => "\xF8" === $each[1]) ? 0 : 1;
            self::assertSame([], self::lost($sent), $text);

            $said = Plain::of(Checker::check($text)->book, $checked->book, RigDevices::of(Setup::of($rig, $checked->book)));
            [$plain, $unsaid] = [$said->text, $said->unsaid];
            self::assertSame([], $unsaid, $text);
            self::assertEquals($sent, $this->played(Checker::check($plain)->book), $text.$plain);
        }
        self::assertGreaterThan(Cases::number(40), $waited);
        self::assertGreaterThan(5, $withClock);
    }

    /** Where nothing but programs and turns leaves and no clock runs, it waits to the microsecond, and no longer. */
    public function testItWaitsNoLongerThanItMust(): void
    {
        $rig = self::rig();
        $text =
            "port a in\nport b out\n\nstack s\n  post cc 20 value 1 channel 9 to b\n  turn gull \"Depth\" to 5\n  recall kelp 1\n  turn "
                ."kelp \"Mix\" to 3\n  recall gull 2\n  turn gull \"Mix\" to 3\n\nrule \"S\"\n  take cc 1\n  do s\n";
        $checked = Checker::check($text, static fn (Rulebook $read): RigDevices => RigDevices::of(Setup::of($rig, $read)));
        self::assertFalse($checked->hasErrors());
        $engine = new Engine(Compiler::load($checked->book));
        $engine->start();
        $engine->feed(0, 0, "\xB0\x01\x7F");
        $engine->advance(900_000);
        $at = [];
        foreach ($engine->take() as [$us, , $bytes]) {
            $at[strtoupper(bin2hex($bytes))] = $us;
        }
        // 3 bytes of the post, 12 of a parameter number, 8 of the program with its bank: 23; then 2 more.
        self::assertSame(23 * self::BYTE_US + 40_000, $at['B01403']);
        self::assertSame(25 * self::BYTE_US + 13_000, $at['B11403']);
    }

    /**
     * What came to a device between the last byte of its program and the end of its deaf time.
     *
     * @param list<array{int, string}> $sent
     *
     * @return list<string>
     */
    private static function lost(array $sent): array
    {
        $clocks = array_values(array_filter($sent, static fn (array $each): bool => \ord($each[1][0]) >= 0xF8));
        $lost = [];
        $free = 0;
        $hearsAgain = array_fill(1, 16, 0);
        foreach (array_filter($sent, static fn (array $each): bool => \ord($each[1][0]) < 0xF8) as [$us, $bytes]) {
            for ($byte = 0; $byte < \strlen($bytes); ++$byte) {
                while ([] !== $clocks && $clocks[0][0] <= max($free, $us)) {
                    $free = max($free, array_shift($clocks)[0]) + self::BYTE_US;
                }
                $free = max($free, $us) + self::BYTE_US;
            }
            $channel = (\ord($bytes[0]) & 15) + 1;
            if (\ord($bytes[0]) < 0xF0 && $us < $hearsAgain[$channel]) {
                $lost[] = bin2hex($bytes)." left at {$us}, and ".self::DEVICES[$channel][0]." hears again at {$hearsAgain[$channel]}";
            }
            $deafMs = self::DEVICES[$channel][1] ?? 0;
            if (0xC0 === (\ord($bytes[0]) & 0xF0) && $deafMs > 0) {
                $hearsAgain[$channel] = $free + 1000 * $deafMs;
            }
        }

        return $lost;
    }

    /** @return list<array{int, string}> time in microseconds and bytes, in the order sent */
    private function played(ResolvedRulebook $book): array
    {
        $engine = new Engine(Compiler::load($book));
        $engine->start();
        $sent = [];
        // Each press long after what the one before has set off; the clock runs on, at any phase.
        foreach (["\xB0\x02\x7F", "\xB0\x01\x7F", "\xB0\x03\x7F", "\xB0\x03\x7F", "\xB0\x04\x7F"] as $index => $bytes) {
            $engine->feed(2_000_000 * ($index + 1), 0, $bytes);
            $engine->advance(2_000_000 * ($index + 2) - 1);
        }
        foreach ($engine->take() as [$us, , $bytes]) {
            $sent[] = [$us, $bytes];
        }

        return $sent;
    }

    private function rules(): string
    {
        $text = "port a in\nport b out\n";
        $hasClock = 1 === $this->random->getInt(0, 1);
        $text .= $hasClock ? "\nclock lead\n  tempo {$this->random->getInt(30, 380)}\n  send b\n" : '';
        foreach (['t', 's'] as $stack) {
            $text .= "\nstack {$stack}\n".$this->lines('  ', 's' === $stack ? ['do t'] : []);
        }
        $text .= "\nscene \"A\"\n".$this->lines('  on enter ', ['do t', 'do s']).$this->lines('  on leave ', []);
        $text .= "\nscene \"B\"\n".$this->lines('  on enter ', ['do t', 'do s']).$this->lines('  on leave ', []);

        return $text.
            "\nalways\n\nrule \"S\"\n  take cc 1\n  do s\n\nrule \"Start\"\n  take cc 2\n  ".
            ($hasClock ? 'start lead' : 'drop').
            "\n\nrule \"Next\"\n  take cc 3\n  go value / 127 + 1\n\nrule \"First\"\n  take cc 4\n  go 1\n";
    }

    /** @param list<string> $more */
    private function lines(string $before, array $more): string
    {
        $lines = '';
        for ($i = $this->random->getInt(1, 9); $i > 0; --$i) {
            $device = array_column(self::DEVICES, 0)[$this->random->getInt(0, 2)];
            $choices = [
                "recall {$device} ".$this->random->getInt(0, 3),
                "recall {$device} ".$this->random->getInt(0, 3),
                "turn {$device} \"Mix\" to ".$this->random->getInt(0, 127),
                "turn {$device} \"Depth\" to ".$this->random->getInt(0, 127),
                'post cc 20 value 3 channel 9 to b',
                'post sysex F0 7D 01 02 03 04 05 06 07 08 09 F7 to b',
                'post nrpn 300 value 5 channel 9 to b',
                'post program 3 channel 9 to b after 30ms',
                'post note C4 velocity 90 for 20ms channel 9 to b',
                ...$more,
            ];
            $lines .=
                $before.
                str_replace(
                    'note C4 velocity 90 for 20ms channel 9',
                    'note C4 velocity 90 channel 9 for 20ms',
                    $choices[$this->random->getInt(0, \count($choices) - 1)],
                ).
                "\n";
        }

        return $lines;
    }

    private static function rig(): Rig
    {
        $charts = $units = $leads = [];
        $from = 'post b';
        foreach (self::DEVICES as $channel => [$name, $deafMs, $hasBanks]) {
            $charts[$name] = Kit::hearer(
                $name,
                $channel,
                more: [
                    'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
                    'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
                    'hears' => [
                        ['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'width' => 1, 'deafMs' => ['program' => $deafMs]],
                    ],
                    'parameters' => [
                        ['name' => 'Mix', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20], 'raw' => [0, 127]],
                        ['name' => 'Depth', 'reach' => 'midi', 'message' => ['kind' => 'nrpn', 'number' => 400], 'raw' => [0, 16383]],
                    ],
                    'programs' => [
                        'count' => 4,
                        'shown' => ['pattern' => '{number}', 'firstSlot' => 0, 'size' => 4],
                        'wire' => ['perBank' => 128, 'msb' => $hasBanks ? 0 : 'none', 'lsb' => $hasBanks ? 1 : 'none'],
                        'bankSend' => $hasBanks ? 'always' : 'never',
                    ],
                ],
            );
            $units[] = ['name' => $name, 'chart' => $name, 'settings' => [], 'assigned' => []];
            $leads[] = Kit::lead("l{$channel}", $from, "{$name} in");
            $from = "{$name} thru";
        }

        return Kit::rig($charts, $units, $leads);
    }
}
