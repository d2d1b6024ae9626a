<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Change\Edit;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Rulebook\Text\Span;
use ZigzagPost\Core\Show\Learn\LearnedRule;
use ZigzagPost\Core\Show\Learn\LearnTarget;
use ZigzagPost\Core\Show\Learn\Recognised;
use ZigzagPost\Core\Show\Learn\Recognition;
use ZigzagPost\Core\Show\Learn\Targets;
use ZigzagPost\Core\World\Bench;
use ZigzagPost\Core\World\Patch;
use ZigzagPost\Tests\Core\Play;

/** What a control was shown to do becomes a rule that works, where it wins. */
final class LearnedRuleTest extends TestCase
{
    /** @return iterable<string, array{string, string|null, string, list<string>}> what was played, what it should do, the lines of the rule */
    public static function lessons(): iterable
    {
        yield 'a switch calls a program' => [
            '1000 treadle BF 57 7F',
            'Brine: program 6, Undertow',
            'treadle "Switch 8"',
            ['press', 'recall brine "Undertow"'],
        ];
        yield 'a switch changes the scene' => ['1000 treadle BF 57 7F', 'Scene: Far shore', 'treadle "Switch 8"', ['press', 'go "Far shore"']];
        yield 'a switch goes to the next song' => ['1000 treadle BF 57 7F', 'Song: the next one', 'treadle "Switch 8"', ['press', 'go next song']];
        yield 'a switch goes to a song' => ['1000 treadle BF 57 7F', 'Song 2 of the set list: The long swell', 'treadle "Switch 8"', ['press', 'go song 2']];
        yield 'a switch goes back a scene' => ['1000 treadle BF 57 7F', 'Scene: the previous one', 'treadle "Switch 8"', ['press', 'go previous']];
        yield 'a switch changes over' => ['1000 treadle BF 57 7F', 'Drive: Bypass', 'treadle "Switch 8"', ['turn drive "Bypass" to other']];
        yield 'a fader moves a parameter' => ['1000 strip B4 17 30', 'Brine: Mix', 'strip "A fader 4"', ['turn brine "Mix"']];
        yield 'a pad plays' => ['1000 pads 99 24 50', 'Gulls: play its keys', 'tray "Pad 1"', ['play gulls']];
        yield 'a switch taps' => ['1000 treadle BF 57 7F', 'Clock crossing: tap the tempo', 'treadle "Switch 8"', ['press', 'tap crossing']];
        yield 'what no chart knows is taken by its number' => [
            "1000 treadle B2 14 7F\n1700 treadle B2 14 00",
            'Stack: storm',
            'cc 20 channel 3',
            ['press', 'do storm'],
        ];
    }

    /** @param list<string> $steps */
    #[DataProvider('lessons')]
    public function testALessonBecomesARule(string $tape, string $words, string $taken, array $steps): void
    {
        $analysis = self::analysis();
        $rule = LearnedRule::of($analysis, self::recognised($analysis, $tape), self::target($analysis, $words));
        self::assertStringContainsString("take {$taken}", $rule->text);
        self::assertSame(
            array_map(static fn (string $step): string => "  {$step}", $steps),
            \array_slice(explode("\n", rtrim($rule->text)), -\count($steps)),
        );
        $book = self::analysis(Edit::apply($rule->edits, $analysis->setup->rig->rulebook ?? ''))->checked();
        self::assertFalse($book->hasErrors(), implode("\n", array_map(static fn ($finding): string => $finding->text, $book->findings)));
    }

    /** A newcomer's first minute, without the screen: press, choose, press again. */
    public function testItWorksAndWinsOverTheRuleThatTookTheControl(): void
    {
        $analysis = self::analysis();
        $rule = LearnedRule::of(
            $analysis,
            self::recognised($analysis, '1000 treadle BF 57 7F'),
            self::target($analysis, 'Brine: program 6, Undertow'),
        );
        self::assertSame(['it stands before "Switch 8: silence", which took this control until now'], $rule->told);
        $after = self::analysis(Edit::apply($rule->edits, $analysis->setup->rig->rulebook ?? ''));
        $bench = Bench::start(Compiler::load($after->checked()->book, true), Patch::of(Setup::of($after->setup->rig, $after->checked()->written)));
        $bench->touch(1_000_000, 'treadle', 'Switch 8', 127);
        $bench->advance(3_000_000);
        $program = array_column($bench->receivers(), 'view', 'port')['brine']['program'] ?? null;
        self::assertSame(['shown' => '6', 'name' => 'Undertow'], $program);
    }

    public function testAFaderCannotCallAProgram(): void
    {
        $analysis = self::analysis();
        $this->expectException(RulebookError::class);
        $this->expectExceptionMessage('a control that is moved cannot');
        LearnedRule::of($analysis, self::recognised($analysis, '1000 strip B4 17 30'), self::target($analysis, 'Scene: Harbour'));
    }

    /** @return iterable<string, array{string, string}> what a fader cannot do, and what is said */
    public static function notForFaders(): iterable
    {
        yield 'a scene' => ['Scene: Harbour', 'a control that is moved cannot choose a scene; choose a parameter for it, or press a switch'];
        yield 'a program' => ['Brine: program 6, Undertow', 'a control that is moved cannot do that; choose a parameter for it, or press a switch'];
        yield 'a stack' => ['Stack: storm', 'a control that is moved cannot do that; choose a parameter for it, or press a switch'];
        yield 'a tap' => ['Clock crossing: tap the tempo', 'a control that is moved cannot do that; choose a parameter for it, or press a switch'];
    }

    #[DataProvider('notForFaders')]
    public function testWhatAFaderCannotDoIsSaid(string $words, string $said): void
    {
        $analysis = self::analysis();
        $this->expectExceptionObject(new RulebookError(new Span(1, 1), 'not-a-switch', $said));
        LearnedRule::of($analysis, self::recognised($analysis, '1000 strip B4 17 30'), self::target($analysis, $words));
    }

    public function testWhatNoChartKnowsIsTakenWithOrWithoutAChannel(): void
    {
        $analysis = self::analysis();
        $rule = static fn (string $tape): string => LearnedRule::of(
            $analysis,
            self::recognised($analysis, $tape),
            self::target($analysis, 'Stack: storm'),
        )->text;
        self::assertStringContainsString("  take note key 77 channel 3\n  press\n", $rule("1000 treadle 92 4D 7F\n1700 treadle 82 4D 00"));
        self::assertStringContainsString("  take start\n  do storm", $rule('1000 treadle FA'));
        self::assertStringContainsString("  take program 5 channel 3\n  do storm", $rule('1000 treadle C2 05'));
    }

    private static function recognised(RigAnalysis $analysis, string $tape): Recognised
    {
        return Recognition::of(Play::events($tape), 0, 4_000_000, $analysis->setup)->sure() ?? throw new \LogicException('not sure');
    }

    private static function target(RigAnalysis $analysis, string $words): LearnTarget
    {
        foreach (Targets::of($analysis) as $target) {
            if ($target->words === $words) {
                return $target;
            }
        }
        throw new \LogicException("there is no {$words}");
    }

    private static function analysis(?string $rules = null): RigAnalysis
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);

        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(null === $rules ? $json : ['rulebook' => $rules] + $json))));
    }
}
