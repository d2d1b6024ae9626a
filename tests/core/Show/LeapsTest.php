<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Show;

use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Rulebook\Change\Source;
use ZigzagPost\Core\Rulebook\Text\RulebookError;
use ZigzagPost\Core\Show\Leap\Leap;
use ZigzagPost\Core\Show\Leap\LeapCase;
use ZigzagPost\Core\Show\Leap\Leaps;
use ZigzagPost\Core\Show\Leap\Meeting;
use ZigzagPost\Core\World\Hand;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Cases;
use ZigzagPost\Tests\Core\Rig\Kit;

/** The largest step that is computed is the largest that a replay receives, under all three takeovers. */
final class LeapsTest extends TestCase
{
    private const TAKEOVERS = ['jump', 'pickup', 'scaled'];

    public function testASceneThatSetsWhatAFaderMoves(): void
    {
        $book = self::book(
            "scene \"A\"\n\nscene \"B\"\n  on enter turn box \"Level\" to 90\n\nalways\n\nrule \"One\"\n  take strip \"One\"\n  turn box \"Level\"\n",
        );
        $found = array_values(array_filter(Leaps::of(self::analysis($book)), static fn (Leap $leap): bool => 'B' === $leap->to));
        self::assertCount(1, $found);
        self::assertSame(
            [['A'], 'jump', 90, 'pickup', true],
            [$found[0]->from, $found[0]->takeover, $found[0]->step()->leap, $found[0]->proposed, $found[0]->isKnown],
        );
        self::assertSame(
            [25, 100],
            [$found[0]->steps['pickup']->leap, $found[0]->steps['pickup']->travel],
            'its own finest step is a quarter, and at 90 it is caught at the toe',
        );
        self::assertSame('90 % of its range', $found[0]->shown);
        $source = Source::of($book);
        self::assertSame(
            str_replace('turn box "Level"'."\n", "turn box \"Level\" pickup\n", $book),
            $source->with(Leaps::edits($source, $found[0]->line, 'pickup'))->text,
        );
        $this->expectException(RulebookError::class);
        Leaps::edits($source, 1, 'pickup');
    }

    public function testWhatNothingChangesDoesNotLeap(): void
    {
        $book = self::book("scene \"A\"\n\nscene \"B\"\n\nalways\n\nrule \"One\"\n  take strip \"One\"\n  turn box \"Level\"\n");
        self::assertSame([], array_filter(Leaps::of(self::analysis($book)), static fn (Leap $leap): bool => [] !== $leap->from));
    }

    /** In a rig without the post rules need no ports, and leap all the same. */
    public function testLeapsOfAFaderThatIsLedStraightToTheBox(): void
    {
        $rules = "scene \"A\"\n\nscene \"B\"\n  on enter turn box \"Level\" to 90\n\nalways\n\nrule \"One\"\n  take strip \"One\"\n  turn box \"Level\"\n";
        $found = array_values(array_filter(Leaps::of(self::analysis($rules, true)), static fn (Leap $leap): bool => 'B' === $leap->to));
        self::assertCount(1, $found);
        self::assertSame([['A'], 'jump', 90], [$found[0]->from, $found[0]->takeover, $found[0]->step()->leap]);
    }

    public function testAControlThatDoesNotReachItNeverMeets(): void
    {
        $meeting = (new Meeting([0, 10, 20], 0, 127))->steps([new LeapCase(null, 100)]);
        self::assertFalse($meeting['pickup']->meets);
        self::assertSame(100, $meeting['jump']->leap);
    }

    public function testTheLargestComputedStepIsTheLargestOfReplays(): void
    {
        $leaps = 0;
        // In seed 60 a control that moves the parameter at once is held over the change of scene.
        foreach (array_unique([60, ...range(0, Cases::number(1) - 1)]) as $seed) {
            $random = new RandomLeaps($seed);
            $analysis = self::analysis($random->book);
            self::assertFalse($analysis->checked()->hasErrors(), $random->book);
            $source = Source::of($random->book);
            foreach (Leaps::of($analysis) as $leap) {
                foreach (self::TAKEOVERS as $takeover) {
                    $replayed = self::analysis($source->with(Leaps::edits($source, $leap->line, $takeover))->text);
                    $largest = max(
                        0,
                        ...array_map(
                            static fn (?string $from): int => self::largest($replayed, $random, $leap, $from),
                            [] === $leap->from ? [null] : $leap->from,
                        ),
                    );
                    self::assertSame(
                        $leap->steps[$takeover]->leap,
                        $largest,
                        "seed {$seed}: {$leap->control} in {$leap->to} from ".implode(', ', $leap->from).", with {$takeover}\n{$random->book}",
                    );
                    ++$leaps;
                }
            }
        }
        self::assertGreaterThan(10, $leaps);
    }

    /** The largest step that the parameter gets in any replay of a change of scene. */
    private static function largest(RigAnalysis $analysis, RandomLeaps $random, Leap $leap, ?string $from): int
    {
        $book = Compiler::load($analysis->checked()->book);
        $moves = [];
        foreach ($analysis->index()->controls->heard() as $sent) {
            $moves[$sent->control->name] = $sent->messages[0];
        }
        $scene = static fn (string $title): int => (int) array_search($title, $book->scenes(), true);
        $places = range($moves[$leap->control]->first, $moves[$leap->control]->last);
        $largest = 0;
        foreach ($random->histories($leap->control, $from, (string) $leap->to, $places) as $history) {
            foreach ($history['start'] as $start) {
                foreach ([1, -1] as $way) {
                    $world = new RigWorld($analysis->setup, $book);
                    $at = 1_000_000;
                    foreach ($history['deeds'] as [$what, $value]) {
                        $at += 2_000_000;
                        isset($moves[$what])
                            ? $world->play($at, (int) $book->inPort($moves[$what]->ports[0]), Hand::at($moves[$what], (int) $value))
                            : $world->go($at, $scene($what));
                    }
                    $up = range($start, $places[\count($places) - 1]);
                    $down = range($start, $places[0]);
                    foreach (\array_slice(1 === $way ? [...$up, ...array_reverse($places)] : [...$down, ...$places], 1) as $place) {
                        $before = $world->devices['box']->values()['Level'] ?? null;
                        $world->play($at += 2_000_000, (int) $book->inPort('strip'), Hand::at($moves[$leap->control], $place));
                        $after = $world->devices['box']->values()['Level'] ?? null;
                        $largest = null === $before || null === $after ? $largest : max($largest, abs($after - $before));
                    }
                }
            }
        }

        return $largest;
    }

    private static function book(string $body): string
    {
        return "port strip in\nport boxes out\n\n{$body}";
    }

    private static function analysis(string $book, bool $isStraight = false): RigAnalysis
    {
        $fader = static fn (string $name, int $number): array => [
            'name' => $name,
            'sort' => 'fader',
            'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => $number, 'values' => [0, 4]]]],
        ];
        $strip = [
            'schema' => 1,
            'name' => 'Strip',
            'sort' => 'controller',
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'kinds' => ['cc' => true], 'channel' => 1]],
            'surface' => ['controls' => [$fader('One', 20), $fader('Two', 21)]],
        ];
        $box = Kit::hearer(
            'Box',
            more: [
                'sort' => 'effect',
                'parameters' => [
                    ['name' => 'Level', 'reach' => 'midi', 'raw' => [0, 100], 'rest' => 30, 'message' => ['kind' => 'cc', 'number' => 7]],
                ],
            ],
        );

        return new RigAnalysis(
            Kit::setup(
                Kit::rig(
                    ['strip' => $strip, 'box' => $box],
                    [['name' => 'strip', 'chart' => 'strip'], ['name' => 'box', 'chart' => 'box']],
                    $isStraight
                        ? [Kit::lead('a', 'strip out', 'box in')]
                        : [Kit::lead('a', 'strip out', 'post strip'), Kit::lead('b', 'post boxes', 'box in')],
                    ['rulebook' => $book],
                ),
                $book,
            ),
        );
    }
}
