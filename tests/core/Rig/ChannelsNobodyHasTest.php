<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Examination\ChannelsThatNobodyHas;
use ZigzagPost\Core\Finding\Fact\ChannelNobodyHears;
use ZigzagPost\Core\Finding\Fact\ChannelNobodySends;

/** Channels of rules on which nobody answers, or nobody sends: by fixed channels and set ones, parameters and controls with their own, unknown ones. */
final class ChannelsNobodyHasTest extends TestCase
{
    /** @return iterable<string, array{string, list<string>}> what a rule does from line 8 on, and the channels that are told */
    public static function sent(): iterable
    {
        yield 'a fixed channel' => ["take any\n send main channel 3", []];
        yield 'a set channel' => ["take any\n send main channel 4", []];
        yield 'the channel of a parameter' => ["take any\n send main channel 5", []];
        yield 'the channel of a box without its lead' => ["take any\n send main channel 7", []];
        yield 'a channel of nobody' => ["take any\n send main channel 2", ['main 2, line 9, heard 3 to 5']];
        yield 'the first and the last' => ["take any\n send main channel 1,16", ['main 1, line 9, heard 3 to 5', 'main 16, line 9, heard 3 to 5']];
        yield 'one of two' => ["take any\n send main channel 3,6", ['main 6, line 9, heard 3 to 5']];
        yield 'two ports, one of which nobody knows' => ["take any\n send main, side channel 2", ['main 2, line 9, heard 3 to 5']];
        yield 'made on a channel' => ["take note\n become cc 20 value 1 channel 2\n send main", ['main 2, line 10, heard 3 to 5']];
        yield 'made twice' => ["take note\n become cc 20 value 1 channel 2\n become cc 21 value 1\n send main", ['main 2, line 11, heard 3 to 5']];
        yield 'made on a channel, then of none' => ["take note\n become cc 20 value 1 channel 2\n become clock\n send main", []];
        yield 'made, then set' => ["take note\n become cc 20 value 1 channel 2\n set channel = 3\n send main", []];
        yield 'flattened' => ["take mpe\n flatten to channel 2 bend 2\n send main", ['main 2, line 10, heard 3 to 5']];
        yield 'posted' => ["take any\n post program 1 channel 2 to main, side", ['main 2, line 9, heard 3 to 5']];
        yield 'posted on no channel said' => ["take any\n post program 1 to main", []];
        yield 'in a stack' => ["take any\n do s\nstack s\n post program 1 channel 2 to main", ['main 2, line 11, heard 3 to 5']];
        yield 'of scenes' => [
            "take any\n send main channel 3\nscene \"A\"\n on enter post program 1 channel 2 to main\n on leave post program 1 channel 6 to main",
            ['main 2, line 11, heard 3 to 5', 'main 6, line 12, heard 3 to 5'],
        ];
    }

    /** @return iterable<string, array{string, list<string>}> what rules take, and the channels that are told */
    public static function taken(): iterable
    {
        yield 'any' => ['take any', []];
        yield 'what the board sends' => ['take cc 1 channel 1', []];
        yield 'what one control sends' => ['take cc 1 channel 6', []];
        yield 'what the second board sends' => ['take cc 1 channel 16', []];
        yield 'what nobody sends' => ["from keys\n take cc 1 channel 9", ['channel 9 at keys, line 9, sent 1, 6, 16']];
        yield 'one of them' => ["from keys\n take cc 1 channel 9,16", []];
        yield 'all but one' => ["from keys\n take cc 1 channel 2..5,7..15", ['channel 2..5,7..15 at keys, line 9, sent 1, 6, 16']];
        yield 'where nobody knows' => ["from pads\n take cc 1 channel 9", []];
        yield 'where one of two is not known' => ["from keys, pads\n take cc 1 channel 9", []];
        yield 'where members have channels' => ["from slab\n take cc 1 channel 9", []];
        yield 'where nothing is led' => ["from idle\n take cc 1 channel 9", []];
    }

    /** @param list<string> $told */
    #[DataProvider('sent')]
    #[DataProvider('taken')]
    public function testChannelsOfNobodyAreTold(string $rules, array $told): void
    {
        $thru = [
            'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
        ];
        $own = ['name' => 'Mix', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 20, 'channel' => 5], 'raw' => [0, 127]];
        $fader = static fn (array $more): array => [
            'name' => 'Fader', 'sort' => 'fader', 'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => 1] + $more]],
        ];
        $unknown = Kit::board([$fader([])]);
        unset($unknown['sends']);
        $charts = [
            'fixed' => ['hears' => [['id' => 'all', 'at' => ['in'], 'channel' => 3]], 'parameters' => [$own]] + Kit::hearer('Fixed', more: $thru),
            'set' => Kit::hearer('Set', 4),
            'loose' => Kit::hearer('Loose', 7),
            'open' => ['settings' => [['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16]]]] + Kit::hearer('Open'),
            'one' => Kit::board([$fader([]), ['name' => 'Other'] + $fader(['channel' => 6])]),
            'two' => Kit::board([$fader([])], 16),
            'unknown' => $unknown,
        ];
        $units = array_map(static fn (string $name): array => ['name' => $name, 'chart' => $name], array_keys($charts));
        $leads = [
            Kit::lead('1', 'post main', 'fixed in'),
            Kit::lead('2', 'fixed thru', 'set in'),
            Kit::lead('3', 'post side', 'open in'),
            Kit::lead('4', 'one out', 'post keys'),
            Kit::lead('5', 'two out', 'post keys'),
            Kit::lead('6', 'unknown out', 'post pads'),
        ];
        $book = "port keys in\nport pads in\nport slab in mpe lower 4\nport idle in\nport main out\nport side out\nrule \"r\"\n {$rules}\n";
        $analysis = new RigAnalysis(Kit::setup(Kit::rig($charts, $units, $leads, ['rulebook' => $book]), $book));
        $found = [];
        foreach ((new ChannelsThatNobodyHas())->findings($analysis) as $each) {
            $fact = $each->fact;
            $found[] = match (true) {
                $fact instanceof ChannelNobodyHears => "{$fact->port} {$fact->channel}, line {$fact->line}, heard {$fact->answered}",
                $fact instanceof ChannelNobodySends => "channel {$fact->channels} at ".implode(' ', $fact->ports).", line {$fact->line}, sent {$fact->sent}",
                default => $fact->text(),
            };
        }

        self::assertSame($told, $found);
    }
}
