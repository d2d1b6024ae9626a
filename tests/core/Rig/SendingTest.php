<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Rig\Direct\Sending;

/** Which kinds a unit sends of its own, by what its chart says of kinds, clock, keys and controls. */
final class SendingTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, string}> what the chart says, and the kinds */
    public static function charts(): iterable
    {
        yield 'nothing is said: what its controls send' => [[], 'cc'];
        yield 'a clock alone' => [['clock' => ['sends' => true]], 'cc clock'];
        yield 'a clock, surely without start' => [['clock' => ['sends' => true, 'startStop' => false]], 'cc clock'];
        yield 'a clock with start and stop' => [['clock' => ['sends' => true, 'startStop' => true]], 'cc clock start continue stop'];
        yield 'no clock, whatever is said of start' => [['clock' => ['sends' => false, 'startStop' => true]], 'cc'];
        $clock = ['sends' => true, 'startStop' => true];
        yield 'kinds, and a clock besides' => [['kinds' => ['note' => true], 'clock' => $clock], 'note clock start continue stop'];
        yield 'kinds that say no to the clock' => [['kinds' => ['clock' => false], 'clock' => $clock], 'start continue stop'];
        yield 'keys' => [['keys' => ['low' => 36, 'high' => 96, 'key60' => 'C4']], 'note cc'];
        yield 'pulses are no messages' => [['kinds' => ['pulse' => true, 'program' => true]], 'program'];
        yield 'kinds that leave the controls out' => [['kinds' => ['note' => true]], 'note'];
        yield 'pairs of controllers go with controllers' => [['kinds' => ['cc' => true], 'pair' => true], 'cc cc14'];
        yield 'and stay with them' => [['kinds' => ['cc' => false], 'pair' => true], ''];
        yield 'nothing of pairs where no control sends any' => [['kinds' => ['cc' => true]], 'cc'];
    }

    /** @param array<string, mixed> $more */
    #[DataProvider('charts')]
    public function testKindsThatAreSent(array $more, string $kinds): void
    {
        $message = ['kind' => isset($more['pair']) ? 'cc14' : 'cc', 'number' => 20];
        $chart = Kit::board([['name' => 'Knob', 'sort' => 'knob', 'sends' => [['gesture' => 'move', 'message' => $message]]]]);
        $chart['sends'] = [['at' => ['out'], 'channel' => 1] + array_intersect_key($more, ['kinds' => true])];
        $chart += array_diff_key($more, ['kinds' => true, 'pair' => true]);
        $rig = Kit::rig(['board' => $chart], [['name' => 'board', 'chart' => 'board']], []);
        $board = Kit::setup($rig)->box('board') ?? self::fail('it is there');

        self::assertSame($kinds, implode(' ', array_map(static fn (Sending $sending): string => $sending->kind->value, Sending::of($board))));
    }
}
