<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use ZigzagPost\Core\Analysis\PedalShortfall;
use ZigzagPost\Core\Analysis\RigAnalysis;

/** How far short of a parameter's ends a pedal leaves it, in what the parameter means. */
final class PedalShortfallTest extends TestCase
{
    /** @return iterable<string, array{array<string, mixed>, array{int, int}, array{int, int}, list<string>}> with travel and ends */
    public static function pedals(): iterable
    {
        $whole = [0, 127];
        yield 'it reaches both' => [[], $whole, [0, 127], ['0 % of its range', '0 % of its range']];
        yield 'it reaches neither' => [[], $whole, [10, 120], ['7.9 % of its range', '5.5 % of its range']];
        yield 'cents of an octave' => [['unit' => 'semitones', 'shown' => [[0, 0], [127, 12]]], $whole, [0, 125], ['0 cents', '18.9 cents']];
        yield 'cents to a tenth' => [['unit' => 'semitones', 'shown' => [[0, 0], [127, 12]]], $whole, [0, 124], ['0 cents', '28.3 cents']];
        yield 'cents of two octaves downwards' => [['unit' => 'semitones', 'shown' => [[0, 12], [127, -12]]], $whole, [1, 127], ['18.9 cents', '0 cents']];
        yield 'decibels' => [
            ['unit' => 'dB', 'shown' => [[0, -60], [100, 0], [127, 6]], 'between' => 'linear'],
            $whole,
            [10, 100],
            ['6 dB', '6 dB'],
        ];
        yield 'another range' => [['raw' => [20, 120]], $whole, [0, 64], ['0 % of its range', '50 % of its range']];
        yield 'a pedal of its own travel' => [[], [27, 127], [27, 77], ['0 % of its range', '49.6 % of its range']];
        yield 'below its travel is its end' => [[], [27, 127], [0, 127], ['0 % of its range', '0 % of its range']];
        yield 'beyond it too' => [[], [0, 100], [0, 127], ['0 % of its range', '0 % of its range']];
        yield 'the wrong way round' => [[], $whole, [127, 0], ['100 % of its range', '100 % of its range']];
        yield 'a pedal that does not move' => [[], [64, 64], [64, 64], []];
    }

    /**
     * @param array<string, mixed> $parameter
     * @param array{int, int} $travel
     * @param array{int, int} $ends
     * @param list<string> $expected
     */
    #[DataProvider('pedals')]
    public function testWhatIsMissing(array $parameter, array $travel, array $ends, array $expected): void
    {
        $analysis = self::analysis($parameter, $travel, 'turn box "Swell"');
        $short = PedalShortfall::all($analysis, $analysis->setup->boxes['board'], 'Pedal', ...$ends);
        self::assertSame($expected, array_merge(...array_map(static fn (PedalShortfall $each): array => [$each->atHeel, $each->atToe], $short)));
        self::assertSame([] === $expected ? [] : ['box Swell'], array_map(static fn (PedalShortfall $each): string => $each->parameter, $short));
        self::assertSame([], PedalShortfall::all($analysis, $analysis->setup->boxes['board'], 'Other', ...$ends), 'another control');
        self::assertSame([], PedalShortfall::all($analysis, $analysis->setup->boxes['board'], 'None', ...$ends), 'one that there is not');
    }

    public function testOnlyWhatFollowsThePedalCounts(): void
    {
        $analysis = self::analysis([], [0, 127], 'turn box "Swell" to 100');
        self::assertSame([], PedalShortfall::all($analysis, $analysis->setup->boxes['board'], 'Pedal', 0, 120));
    }

    /**
     * @param array<string, mixed> $parameter
     * @param array{int, int} $travel
     */
    private static function analysis(array $parameter, array $travel, string $step): RigAnalysis
    {
        $pedal = static fn (string $name, int $number): array => [
            'name' => $name,
            'sort' => 'pedal',
            'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => $number, 'values' => $travel]]],
        ];
        $box = Kit::hearer('Box', more: [
            'parameters' => [[...['name' => 'Swell', 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => 7], 'raw' => [0, 127]], ...$parameter]],
        ]);
        $text = "port in in\nport out out\n\nrule \"r\"\n  from in\n  take board \"Pedal\"\n  {$step}\n";
        $rig = Kit::rig(
            ['board' => Kit::board([$pedal('Pedal', 11), $pedal('Other', 12)]), 'box' => $box],
            [['name' => 'board', 'chart' => 'board'], ['name' => 'box', 'chart' => 'box']],
            [Kit::lead('a', 'board out', 'post in'), Kit::lead('b', 'post out', 'box in')],
            ['rulebook' => $text],
        );
        $analysis = new RigAnalysis(Kit::setup($rig, $text));
        self::assertFalse($analysis->checked()->hasErrors(), $text);

        return $analysis;
    }
}
