<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Ends of ranges count as touched once they were pressed, on the port and channel where the rule takes them. */
final class CoverageTest extends TestCase
{
    private const RULES = "port keys in\nport out out\n\nrule \"Low\"\n  take note key 36..59 channel 2\n  send out\n\nrule \"Loud\"\n  "
        ."take note key 60..96 velocity 100..127\n  send out\n\nrule \"Faders\"\n  take cc 20..22 value 64..127\n  send out\n\nrule "
        ."\"Calls\"\n  take program 3\n  send out\n";

    public function testWhatIsMissingIsNamedByRuleAndEnd(): void
    {
        self::assertSame(
            ['Low key 59', 'Loud key 96', 'Loud velocity 127', 'Faders value 64', 'Faders number 22'],
            self::missing("0 keys 91 24 40\n10 keys 91 30 40\n20 keys 90 3C 64\n25 keys 90 3B 64\n30 keys B0 14 7F\n40 keys C0 03\n"),
        );
    }

    public function testWhatIsPressedElsewhereDoesNotCount(): void
    {
        $missing = self::missing("0 keys 91 28 40\n1 keys 90 24 40\n2 keys 92 3B 40\n10 keys 90 3D 6E\n20 keys B0 15 50\n");
        self::assertSame(['Low key 36', 'Low key 59'], \array_slice($missing, 0, 2), 'on other channels');
        self::assertNotContains('Calls number 3', $missing, 'of a rule that nothing touches, that is said and no more');
    }

    public function testTheTapeThatIsMadePressesAllEnds(): void
    {
        $analysis = self::analysis();
        self::assertSame([], self::missing(Coverage::tape($analysis)));
    }

    /** Random set lists and random walks through their scenes, against a count by hand. */
    public function testChangesOfSceneThatNoTapeMakesAreNamed(): void
    {
        $named = 0;
        for ($seed = 0; $seed < Cases::number(40); ++$seed) {
            $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
            $titles = ['A', 'B', 'C', 'D'];
            $songs = array_map(
                static fn (int $song): array => [
                    'id' => "s{$song}",
                    'title' => "S{$song}",
                    'scenes' => array_map(static fn (): string => $titles[$random->getInt(0, 3)], range(1, $random->getInt(1, 3))),
                ],
                range(1, $random->getInt(1, 4)),
            );
            $rules =
                "port keys in\nport out out\n".
                implode('', array_map(static fn (string $title): string => "scene \"{$title}\"\n", $titles)).
                "always\n".
                implode(
                    '',
                    array_map(static fn (int $scene): string => "rule \"{$scene}\"\n  take cc {$scene}\n  press\n  go {$scene}\n", [1, 2, 3, 4]),
                );
            $analysis = new RigAnalysis(
                RigFile::setup(
                    Kit::rig(
                        ['box' => Kit::hearer('Box')],
                        [['name' => 'box', 'chart' => 'box']],
                        [Kit::lead('l', 'post out', 'box in')],
                        [
                            'rulebook' => $rules,
                            'show' => ['songs' => $songs, 'setLists' => [['name' => 'T', 'songs' => array_column($songs, 'id')]], 'loaded' => 'T'],
                        ],
                    ),
                ),
            );
            $walk = array_map(static fn (): int => $random->getInt(1, 4), range(1, $random->getInt(1, 8)));
            $tape =
                "# zigzag tape 1\n".
                implode(
                    '',
                    array_map(
                        static fn (int $scene, int $place): string => 1 + $place.' keys B0 '.\sprintf('%02X', $scene)." 7F\n",
                        $walk,
                        array_keys($walk),
                    ),
                );
            $gone = [];
            foreach ($walk as $place => $scene) {
                $gone[$titles[(0 === $place ? 1 : $walk[$place - 1]) - 1].$titles[$scene - 1]] = true;
            }
            $list = array_merge(...array_column($songs, 'scenes'));
            $expected = [];
            foreach (\array_slice($list, 1) as $place => $title) {
                if ($title !== $list[$place] && !isset($gone[$list[$place].$title])) {
                    $expected[$list[$place].$title] = true;
                }
            }
            $book = Compiler::load($analysis->checked()->book);
            $orders = Coverage::of($analysis, $book, [Proving::of(Proving::accept('one', $tape, $book), $book)])->orders;
            self::assertSame(
                array_map(strval(...), array_keys($expected)),
                array_map(static fn (array $order): string => $order['from'].$order['to'], $orders),
                "seed {$seed}",
            );
            $named += \count($orders);
        }
        self::assertGreaterThan(10, $named);
    }

    /** @return list<string> */
    private static function missing(string $tape): array
    {
        $analysis = self::analysis();
        $book = Compiler::load($analysis->checked()->book);
        $proof = Proving::of(Proving::accept('one', str_starts_with($tape, '#') ? $tape : "# zigzag tape 1\n{$tape}", $book), $book);

        return array_map(
            static fn (array $end): string => "{$end['title']} {$end['what']} {$end['at']}",
            Coverage::of($analysis, $book, [$proof])->ends,
        );
    }

    private static function analysis(): RigAnalysis
    {
        return new RigAnalysis(
            RigFile::setup(
                Kit::rig(
                    ['box' => Kit::hearer('Box')],
                    [['name' => 'box', 'chart' => 'box']],
                    [Kit::lead('l', 'post out', 'box in')],
                    ['rulebook' => self::RULES],
                ),
            ),
        );
    }
}
