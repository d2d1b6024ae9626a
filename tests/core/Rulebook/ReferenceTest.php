<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rulebook;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Check\Checker;
use ZigzagPost\Core\Rig\Name\RigDevices;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Parser;
use ZigzagPost\Core\Rulebook\Printer;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\Rulebook\Step\Steps;
use ZigzagPost\Tests\Core\Play;
use ZigzagPost\Tests\Core\Rig\StageRig;

/** The examples of the reference do what the reference says. */
final class ReferenceTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> rulebook, tape in, tape out */
    public static function examples(): iterable
    {
        preg_match_all('/```rulebook\n(.*?)```\n\n```in\n(.*?)```\n\n```out\n(.*?)```/s', self::reference(), $found, \PREG_SET_ORDER);
        foreach ($found as $index => [, $book, $in, $out]) {
            yield "example {$index}" => [$book, $in, $out];
        }
    }

    #[DataProvider('examples')]
    public function testAnExampleIsTidyWithoutFindingsAndRunsAsShown(string $book, string $in, string $out): void
    {
        $checked = Checker::check($book, static fn (Rulebook $read): RigDevices => RigDevices::of(Setup::of(StageRig::rig(), $read)));
        self::assertSame([], $checked->findings);
        self::assertSame($book, Printer::print(Parser::parse($book)->book));
        self::assertSame($out, implode('', array_map(static fn (string $line): string => $line."\n", Play::through($checked->book, $in))));
    }

    public function testEveryStepHasAnExample(): void
    {
        $examples = implode("\n", array_column(iterator_to_array(self::examples()), 0));
        foreach (Steps::keywords() as $keyword) {
            if ('multiply' !== $keyword) {
                // shown beside "divide"
                self::assertMatchesRegularExpression("/^  (?:on \\w+ )?{$keyword}\\b/m", $examples, $keyword);
            }
            self::assertStringContainsString("`{$keyword}", self::reference(), $keyword);
        }
    }

    public function testEveryFindingIsListed(): void
    {
        $codes = [];
        foreach (['Check/*.php', 'Rulebook/*.php', 'Rulebook/*/*.php'] as $files) {
            foreach (glob(\dirname(__DIR__, 3).'/core/'.$files) ?: [] as $file) {
                preg_match_all(
                    "/(?:Finding::(?:error|warning|hint)\\(|new RulebookError\\([^;]*?, |->(?:finding|unknown)\\((?:[^,']+, )?)'([a-z-]+)'/",
                    (string) file_get_contents($file),
                    $found,
                );
                array_push($codes, ...$found[1]);
            }
        }
        self::assertGreaterThan(25, \count(array_unique($codes)));
        foreach (array_unique($codes) as $code) {
            self::assertStringContainsString("`{$code}`", self::reference(), $code);
        }
    }

    private static function reference(): string
    {
        return (string) file_get_contents(\dirname(__DIR__, 3).'/docs/rulebook.md');
    }
}
