<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Trial;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Midi\Bytes;
use ZigzagPost\Core\Midi\Words;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Trial\PassedMessage;
use ZigzagPost\Core\Trial\RealStep;
use ZigzagPost\Core\Trial\TestRun;
use ZigzagPost\Core\Trial\TrialStep;
use ZigzagPost\Tests\Core\Rig\Kit;

/** A step of the test run by what real devices played: what came, what left, and what was there instead. */
final class RealStepTest extends TestCase
{
    /** Controller 80 on channel 16 at "floor" makes program 5 on channel 3 leave at "boxes"; "desk" tells of itself. */
    private const EXPECTED = ['floor in BF 50 7F', 'boxes out C2 05'];
    private const ANSWERS = ['desk in C2 05'];

    /** @return iterable<string, array{list<string>, string, string|null}> what passed; which of came, left, answered holds; what instead */
    public static function passed(): iterable
    {
        yield 'nothing' => [[], '', null];
        yield 'all of it' => [['floor in BF 50 7F', 'boxes out C2 05'], 'came left', null];
        yield 'all of it, and an answer' => [['floor in BF 50 7F', 'boxes out C2 05', 'desk in C2 05'], 'came left answered', null];
        yield 'an answer alone' => [['desk in C2 05'], '', null];
        yield 'with a release and others between' => [
            ['keys in 90 3C 64', 'floor in BF 50 7F', 'synths out 90 3C 64', 'boxes out C2 05', 'floor in BF 50 00'],
            'came left',
            null,
        ];
        yield 'nothing leaves' => [['floor in BF 50 7F'], 'came', null];
        yield 'it leaves without the control' => [['boxes out C2 05'], '', null];
        yield 'another channel' => [['floor in B0 50 7F'], '', 'channel 1 instead of 16 came in at floor'];
        yield 'another controller' => [['floor in BF 51 7F'], '', 'controller 81 instead of 80 came in at floor'];
        yield 'another value' => [['floor in BF 50 40'], '', 'value 64 instead of 127 came in at floor'];
        yield 'another channel and value' => [
            ['floor in B1 50 40'],
            '',
            'controller 80, value 64, channel 2 instead of controller 80, value 127, channel 16 came in at floor',
        ];
        yield 'another kind' => [
            ['floor in 9F 50 7F'],
            '',
            'note on Ab5, velocity 127, channel 16 instead of controller 80, value 127, channel 16 came in at floor',
        ];
        yield 'another port' => [['keys in BF 50 7F'], '', 'controller 80, value 127, channel 16 came in at keys instead of floor'];
        yield 'another port, and something else at the right one' => [
            ['floor in 9F 50 7F', 'keys in BF 50 7F', 'floor in 9F 50 7F'],
            '',
            'controller 80, value 127, channel 16 came in at keys instead of floor',
        ];
        yield 'something at another port' => [['keys in 90 3C 64'], '', null];
        yield 'the likest of several' => [['floor in 9F 10 7F', 'floor in B0 50 7F', 'floor in BF 10 7F'], '', 'channel 1 instead of 16 came in at floor'];
        yield 'of alike ones the latest' => [['floor in BF 51 7F', 'floor in BF 52 7F'], '', 'controller 82 instead of 80 came in at floor'];
        yield 'system messages are not like any' => [['floor in F3 05'], '', null];
        yield 'another program leaves' => [['floor in BF 50 7F', 'boxes out C2 06'], 'came', 'program 6 instead of program 5 left at boxes'];
        yield 'on another channel' => [['floor in BF 50 7F', 'boxes out C1 05'], 'came', 'channel 2 instead of 3 left at boxes'];
        yield 'at another port' => [['floor in BF 50 7F', 'synths out C2 05'], 'came', 'program 5, channel 3 left at synths instead of boxes'];
        yield 'what comes in is none of what leaves' => [['floor in BF 50 7F', 'boxes in C2 06'], 'came', null];
    }

    /** @param list<string> $passed */
    #[DataProvider('passed')]
    public function testWhatPassesIsHeldAgainstTheStep(array $passed, string $holds, ?string $instead): void
    {
        $step = new RealStep(array_map(self::message(...), self::EXPECTED), array_map(self::message(...), self::ANSWERS), new Words());
        $heard = $step->heard(array_map(self::message(...), $passed));
        $words = array_keys(array_filter(['came' => $heard->hasCome, 'left' => $heard->hasLeft, 'answered' => $heard->hasAnswered]));
        self::assertSame([$holds, $instead], [implode(' ', $words), $heard->instead]);
    }

    /** What a step expects is what the rules make of it, reckoned here by hand from the rules' text. */
    public function testAStepKnowsWhatShouldPass(): void
    {
        $switch = static fn (string $name, int $number): array => ['name' => $name, 'sort' => 'switch', 'sends' => [
            ['gesture' => 'press', 'message' => ['kind' => 'cc', 'number' => $number, 'values' => [127, 127]]],
        ]];
        $board = ['sends' => [['at' => ['out'], 'channel' => 16, 'kinds' => ['cc' => true]]]] + Kit::board([$switch('One', 80), $switch('Two', 81)], 16);
        $desk = ['plugs' => [Kit::din('in', 'in'), Kit::din('out', 'out')]] + Kit::hearer('Desk', more: [
            'parameters' => [
                ['name' => 'Mute', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20], 'raw' => [0, 127]],
                ['name' => 'Level', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 21], 'raw' => [0, 127]],
            ],
        ]);
        $book = "port feet in\nport back in\nport boxes out\n"
            ."rule \"one\"\n  from feet\n  take cc 80 channel 16\n  set number = 20\n  set channel = 1\n  send boxes\n"
            ."rule \"two\"\n  from feet\n  take cc 81 channel 16\n  set number = 21\n  set channel = 1\n  send boxes\n";
        $rig = Kit::rig(
            ['board' => $board, 'desk' => $desk],
            [['name' => 'floor', 'chart' => 'board'], ['name' => 'desk', 'chart' => 'desk']],
            [Kit::lead('a', 'floor out', 'post feet'), Kit::lead('b', 'post boxes', 'desk in'), Kit::lead('c', 'desk out', 'post back')],
            ['rulebook' => $book],
        );
        $steps = TestRun::of(new RigAnalysis(Kit::setup($rig, $book)))->steps;
        $found = [];
        foreach ($steps as $step) {
            $found[$step->control] = [
                array_map(self::text(...), $step->expected),
                array_map(self::text(...), $step->answers),
            ];
        }
        ksort($found);
        self::assertSame(
            [
                'One' => [['feet in BF 50 7F', 'boxes out B0 14 7F'], ['back in B0 14 7F']],
                'Two' => [['feet in BF 51 7F', 'boxes out B0 15 7F'], ['back in B0 15 7F']],
            ],
            $found,
        );
    }

    public function testEveryStepOfTheDemoIsDoneByWhatItExpects(): void
    {
        $setup = RigFile::setup(RigFile::rig((string) file_get_contents(\dirname(__DIR__, 3).'/demo/salt-ferry.rig.json')));
        $steps = array_filter(TestRun::of(new RigAnalysis($setup))->steps, static fn (TrialStep $step): bool => [] !== $step->messages);
        self::assertGreaterThan(5, \count($steps));
        foreach ($steps as $step) {
            self::assertSame($step->messages, array_column(array_filter($step->expected, static fn (PassedMessage $each): bool => !$each->isOut), 'bytes'));
            $judge = new RealStep($step->expected, $step->answers, new Words());
            self::assertTrue($judge->heard($step->expected)->hasLeft);
            self::assertFalse($judge->heard([])->hasCome);
            self::assertNull($judge->heard($step->expected)->instead);
        }
    }

    private static function message(string $text): PassedMessage
    {
        [$port, $way, $bytes] = explode(' ', $text, 3);

        return new PassedMessage($port, 'out' === $way, (string) Bytes::fromHex($bytes));
    }

    private static function text(PassedMessage $message): string
    {
        return "{$message->port} ".($message->isOut ? 'out ' : 'in ').Bytes::toHex($message->bytes);
    }
}
