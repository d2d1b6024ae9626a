<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Proof;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Compile\Compiler;
use ZigzagPost\Core\Midi\MiddleC;
use ZigzagPost\Core\Proof\FaultOutcome;
use ZigzagPost\Core\Proof\Presses;
use ZigzagPost\Core\Proof\UnitsStand;
use ZigzagPost\Core\Proof\WayBack;
use ZigzagPost\Core\Proof\WaysBack;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\World\RigWorld;
use ZigzagPost\Tests\Core\Rig\Kit;

/** A box was told something that nobody meant: what brings it back, with the fewest presses. */
final class WaysBackTest extends TestCase
{
    private const BOOK = <<<'RULES'
    port in1 in
    port out1 out

    rule "Tone"
      take cc 9
      turn box "Tone"

    rule "Keys"
      take note
      send out1 channel 3

    rule "The other scene"
      take program
      go "B"

    scene "A"

    scene "B"
      on enter post program 5 channel 3 to out1
    RULES;

    /**
     * @return iterable<string, array{string, string, string, list<string>}> what came in before, what came while the lead was out, the way
     *     back, and its presses
     */
    public static function harms(): iterable
    {
        [$on, $off, $tone, $scene] = ["\x90\x3C\x64", "\x80\x3C\x40", "\xB0\x09\x40", "\xC0\x00"];
        [$again, $panic, $restore] = ['“Send again” on the stage', 'Panic on the stage', '“Restore” on the stage, box'];
        yield 'what the scene sends' => ['', $scene, FaultOutcome::SEND_AGAIN, [$again]];
        yield 'the end of a note' => [$on, $off, FaultOutcome::PANIC, [$panic]];
        yield 'what a control moved' => ['', $tone, 'restore box', [$restore]];
        yield 'the end of a note, and what a control moved' => [$on, $off.$tone, 'panic, then restore box', [$panic, $restore]];
        yield 'the end of a note, and what the scene sends' => [$on, $off.$scene, 'panic, then '.FaultOutcome::SEND_AGAIN, [$panic, $again]];
        yield 'what a control moved, and what the scene sends' => ['', $tone.$scene, FaultOutcome::SEND_AGAIN.FaultOutcome::REST_BY_HAND, [$again]];
        yield 'nothing' => ['', '', FaultOutcome::BY_HAND, []];
    }

    /** @param list<string> $presses */
    #[DataProvider('harms')]
    public function testTheWayWithTheFewestPresses(string $before, string $lost, string $way, array $presses): void
    {
        $parameter = static fn (string $name, int $number): array => [
            'name' => $name,
            'reach' => 'midi',
            'message' => ['kind' => 'cc', 'number' => $number],
            'raw' => [0, 127],
        ];
        $board = [
            'schema' => 1,
            'name' => 'Board',
            'sort' => 'controller',
            'plugs' => [Kit::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => 1]],
        ];
        $box = Kit::hearer(
            'Box',
            3,
            more: [
                'parameters' => [
                    $parameter('Tone', 9),
                    ['name' => 'Patch', 'reach' => 'midi', 'message' => ['kind' => 'program'], 'raw' => [0, 127]],
                ],
            ],
        );
        $rig = Kit::rig(
            ['board' => $board, 'box' => $box],
            [['name' => 'board', 'chart' => 'board'], ['name' => 'box', 'chart' => 'box']],
            [Kit::lead('one', 'board out', 'post in1'), Kit::lead('two', 'post out1', 'box in')],
            ['rulebook' => self::BOOK],
        );
        $analysis = new RigAnalysis(RigFile::setup($rig));
        self::assertFalse($analysis->checked()->hasErrors());
        $book = Compiler::load($analysis->checked()->book, keepsPresent: true);
        $played = static function (bool $isHarmed) use ($analysis, $book, $before, $lost): RigWorld {
            $world = new RigWorld($analysis->setup, $book);
            $world->play(1_000_000, (int) $book->inPort('in1'), [$before]);
            $world->pulled = $isHarmed ? ['two' => true] : [];
            $world->play(2_000_000, (int) $book->inPort('in1'), [$lost]);
            $world->pulled = [];

            return $world;
        };
        $standing = new UnitsStand($analysis->setup, [], MiddleC::C4);
        $fewest = \count(UnitsStand::differences($standing->of($played(true)), $standing->of($played(false))));

        $back = (new WaysBack($analysis, new Presses($analysis)))->first(3_000_000, $played, $standing->of(...), ['box'], $fewest);

        self::assertEquals(new WayBack($way, $presses), $back);
    }
}
