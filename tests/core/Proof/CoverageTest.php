<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Proof\Coverage;
use ZigzagPost\Core\Proof\Proving;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Situation\Situation;
use ZigzagPost\Tests\Core\Rig\Kit;

/** Ends of ranges count as touched once they were pressed, on the port and channel where the rule takes them. */
final class CoverageTest extends TestCase
{
    private const RULES = "port keys in\nport out out\n\nrule \"Low\"\n  take note key 36..59 channel 2\n  send out\n\nrule \"Loud\"\n  take note key 60..96 velocity 100..127\n  send out\n\nrule \"Faders\"\n  take cc 20..22 value 64..127\n  send out\n\nrule \"Calls\"\n  take program 3\n  send out\n";

    public function testWhatIsMissingIsNamedByRuleAndEnd(): void
    {
        self::assertSame(['Low key 59', 'Loud key 96', 'Loud velocity 127', 'Faders value 64', 'Faders number 22'], self::missing("0 keys 91 24 40\n10 keys 91 30 40\n20 keys 90 3C 64\n25 keys 90 3B 64\n30 keys B0 14 7F\n40 keys C0 03\n"));
    }

    public function testWhatIsPressedElsewhereDoesNotCount(): void
    {
        $missing = self::missing("0 keys 91 28 40\n1 keys 90 24 40\n2 keys 92 3B 40\n10 keys 90 3D 6E\n20 keys B0 15 50\n");
        self::assertSame(['Low key 36', 'Low key 59'], \array_slice($missing, 0, 2), 'on other channels');
        self::assertNotContains('Calls number 3', $missing, 'of a rule that nothing touches, that is said and no more');
    }

    public function testTheTapeThatIsMadePressesAllEnds(): void
    {
        $situation = self::situation();
        self::assertSame([], self::missing(Coverage::tape($situation)));
    }

    /** @return list<string> */
    private static function missing(string $tape): array
    {
        $situation = self::situation();
        $book = Compiler::load($situation->checked()->book);
        $proof = Proving::of(Proving::accept('one', str_starts_with($tape, '#') ? $tape : "# zigzag tape 1\n{$tape}", $book), $book);

        return array_map(static fn (array $end): string => "{$end['title']} {$end['what']} {$end['at']}", Coverage::of($situation, $book, [$proof])->ends);
    }

    private static function situation(): Situation
    {
        return new Situation(RigFile::setup(Kit::rig(['box' => Kit::hearer('Box')], [['name' => 'box', 'chart' => 'box']], [Kit::lead('l', 'post out', 'box in')], ['rulebook' => self::RULES])));
    }
}
