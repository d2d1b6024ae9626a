<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Learn\LearnTarget;
use ZigzagPost\Core\Show\Learn\Targets;
use ZigzagPost\Core\Show\Sheet\SwitchEdits;
use ZigzagPost\Core\Show\Sheet\SwitchSheet;
use ZigzagPost\Core\Show\Sheet\SwitchUse;
use ZigzagPost\Core\Show\Sheet\WholeCopy;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\Kit;

/** A layer or a scene that is copied does what the other does, and nothing else changes. */
final class WholeCopyTest extends TestCase
{
    private const SCENES = ['Harbour', 'Open sea', 'Far shore'];

    public function testALayerOfFadersIsCopiedToTheNext(): void
    {
        $analysis = self::demo();
        $copy = WholeCopy::layer($analysis, self::box($analysis, 'strip'), 'A', 'B');
        $after = Source::of($analysis->setup->rig->rulebook ?? '')->with($copy->edits)->text;
        self::assertStringContainsString("take strip \"B fader 8\"\n  turn echo \"Time\"\n", $after);
        self::assertStringContainsString("take strip \"B fader 2\"\n  turn desk \"Mix 1 / input 2\" pickup\n", $after);
        self::assertStringNotContainsString('B fader 3', $after, 'what does nothing is not copied');
        self::assertContains('A fader 8 and B fader 8, target: both do “Far echo: Time”', $copy->same);
        self::assertSame([], $copy->left);
        self::assertSame(1, substr_count($after, "\nalways\n"));
    }

    public function testASceneIsCopiedButForWhatTheOtherDoesItself(): void
    {
        $analysis = self::demo();
        $copy = WholeCopy::scene($analysis, 'Harbour', 'Far shore');
        $after = Source::of($analysis->setup->rig->rulebook ?? '')->with($copy->edits)->text;
        self::assertStringContainsString(
            "  on enter turn lantern \"Lamp 2\" to 100 percent\n  on enter recall drive 0\n  on enter turn lantern \"Lamp 1\" to 60 percent\n",
            $after,
        );
        self::assertSame(['on enter recall brine "Harbour": “Far shore” does “recall brine "Last bell"” instead'], $copy->left);
        self::assertContains('on enter: both do “recall drive 0”', $copy->same);
    }

    public function testALayerWithFewerControlsTakesWhatItCan(): void
    {
        $fader = static fn (string $layer, int $number): array => [
            'name' => "{$layer} {$number}",
            'sort' => 'fader',
            'layer' => $layer,
            'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => ('A' === $layer ? 20 : 40) + $number]]],
        ];
        $level = ['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 7], 'raw' => [0, 127]];
        $rules = '';
        foreach ([1, 2, 3] as $number) {
            $rules .= "rule \"{$number}\"\n  take strip \"A {$number}\"\n  turn box \"Level\"\n";
        }
        $rig = Kit::rig(
            [
                'strip' => Kit::board([$fader('A', 1), $fader('A', 2), $fader('A', 3), $fader('B', 1)]),
                'box' => Kit::hearer('Box', more: ['parameters' => [$level]]),
            ],
            [['name' => 'strip', 'chart' => 'strip'], ['name' => 'box', 'chart' => 'box']],
            [Kit::lead('1', 'strip out', 'post in'), Kit::lead('2', 'post out', 'box in')],
            ['rulebook' => "port in in\nport out out\n{$rules}"],
        );
        $analysis = new RigAnalysis(RigFile::setup($rig));
        $copy = WholeCopy::layer($analysis, self::box($analysis, 'strip'), 'A', 'B');
        self::assertSame(
            ['A 2: the other layer has no control in its place', 'A 3: the other layer has no control in its place'],
            $copy->left,
        );
        $after = Source::of($rig->rulebook ?? '')->with($copy->edits)->text;
        self::assertSame([1, 0], [substr_count($after, 'strip "B 1"'), substr_count($after, 'strip "B 2"')]);
    }

    public function testWhatAStackOfTheOtherSceneDoesStays(): void
    {
        $copy = WholeCopy::scene(self::demo(), 'Harbour', 'Open sea');
        self::assertContains('on enter recall brine "Harbour": “Open sea” does “recall brine "Undertow"” instead', $copy->left);
        self::assertSame([], $copy->edits);
    }

    public function testRandomScenesAndLayers(): void
    {
        $copied = ['scene' => 0, 'layer' => 0];
        for ($seed = 0; $seed < Cases::number(10); ++$seed) {
            mt_srand($seed);
            $analysis = self::assigned(self::demo(), 6);
            $before = $analysis->setup->rig->rulebook ?? '';
            $isScene = 0 === mt_rand(0, 1);
            [$from, $to] = $isScene ? self::twoOf(self::SCENES) : self::twoOf(['A', 'B']);
            $copy = $isScene ? WholeCopy::scene($analysis, $from, $to) : WholeCopy::layer($analysis, self::box($analysis, 'strip'), $from, $to);
            $changed = self::demo(Source::of($before)->with($copy->edits)->text);
            $words = "seed {$seed}, {$from} to {$to}: ".implode('; ', [...$copy->same, ...$copy->left])."\n".$changed->setup->rig->rulebook;
            self::assertFalse($changed->checked()->hasErrors(), $words);
            $uses = SwitchSheet::of($analysis)->uses;
            $now = array_map(self::said(...), SwitchSheet::of($changed)->uses);
            foreach ($uses as $use) {
                if ($isScene ? $use->scene !== $to : 1 !== preg_match("/^{$to} fader/", $use->control)) {
                    self::assertContains(self::said($use), $now, "what was not copied upon stays: {$words}");
                }
                $twin =
                    $isScene && $use->scene === $from
                        ? new SwitchUse($use->unit, $use->control, $to, $use->gesture, $use->does, $use->line, $use->isByHand)
                        : (!$isScene && 'strip' === $use->unit && str_starts_with($use->control, "{$from} ")
                            ? new SwitchUse(
                                $use->unit,
                                $to.substr($use->control, 1),
                                $use->scene,
                                $use->gesture,
                                $use->does,
                                $use->line,
                                $use->isByHand,
                            )
                            : null);
                if (null !== $twin) {
                    $isThere = \in_array(self::said($twin), $now, true);
                    self::assertTrue($isThere || [] !== $copy->left, "{$use->control} is copied, or it is said why not: {$words}");
                    $copied[$isScene ? 'scene' : 'layer'] += $isThere ? 1 : 0;
                }
            }
        }
        self::assertGreaterThan(1, min($copied));
    }

    /** Some controls that do something new in some scene. */
    private static function assigned(RigAnalysis $analysis, int $times): RigAnalysis
    {
        for ($step = 0; $step < $times; ++$step) {
            $isSwitch = 0 === mt_rand(0, 1);
            $box = self::box($analysis, $isSwitch ? 'treadle' : 'strip');
            $name = $isSwitch ? 'Switch '.mt_rand(1, 8) : ['A', 'B'][mt_rand(0, 1)].' fader '.mt_rand(1, 8);
            $targets = array_values(
                array_filter(
                    Targets::of($analysis),
                    static fn (LearnTarget $target): bool => $target->what === ($isSwitch ? LearnTarget::PROGRAM : LearnTarget::PARAMETER),
                ),
            );
            try {
                $edits = (new SwitchEdits($analysis))->assign(
                    $box,
                    $box->control($name) ?? self::fail($name),
                    [null, ...self::SCENES][mt_rand(0, 3)],
                    $isSwitch ? 'press' : 'move',
                    $targets[mt_rand(0, \count($targets) - 1)],
                );
                $next = self::demo(Source::of($analysis->setup->rig->rulebook ?? '')->with($edits)->text);
                $analysis = $next->checked()->hasErrors() ? $analysis : $next;
            } catch (RulebookError) {
                continue; // it is said that this cannot be done
            }
        }

        return $analysis;
    }

    /**
     * @param list<string> $of
     *
     * @return array{string, string}
     */
    private static function twoOf(array $of): array
    {
        $first = mt_rand(0, \count($of) - 1);

        return [$of[$first], $of[($first + mt_rand(1, \count($of) - 1)) % \count($of)]];
    }

    private static function said(SwitchUse $use): string
    {
        return "{$use->unit} {$use->control} {$use->scene} {$use->gesture} ".implode(', ', $use->words());
    }

    private static function box(RigAnalysis $analysis, string $name): Device
    {
        return $analysis->setup->box($name) ?? self::fail($name);
    }

    private static function demo(?string $book = null): RigAnalysis
    {
        $json = Json::decode((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json'));
        self::assertIsArray($json);

        return new RigAnalysis(RigFile::setup(RigFile::rig(Json::encode(null === $book ? $json : ['rulebook' => $book] + $json))));
    }
}
