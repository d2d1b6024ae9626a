<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use ZigzagPost\Core\Data\Json;

/** Boxes of which more or less is known, each on a channel of its own, and rules that send them every sort of number: what is theirs and what is not. */
final class NumberedRig
{
    private const PROGRAMS = [
        'count' => 5,
        'shown' => ['pattern' => '{number}', 'firstSlot' => 1, 'size' => 5],
        'wire' => ['perBank' => 5, 'msb' => 'none', 'lsb' => 'none'],
        'bankSend' => 'never',
    ];

    /** @param int $seed of which the rules are chosen */
    public static function json(int $seed): string
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937($seed));
        $charts = $units = $leads = [];
        foreach (self::boxes() as $index => [$chart, $unit]) {
            $name = "box_{$index}";
            $charts[$name] = Kit::hearer("Box {$index}", $index + 1, more: $chart);
            $moved = 0 === $random->getInt(0, 3) ? ['settings' => ['channel' => ['value' => 9 + $index, 'state' => 'set']]] : [];
            $isAssigned = 0 === $index && 0 === $random->getInt(0, 1);
            $assigned = $isAssigned ? ['assigned' => ['Mix' => ['message' => ['kind' => 'cc', 'number' => 54], 'state' => 'set']]] : [];
            $units[] = ['name' => $name, 'chart' => $name] + $moved + $assigned + $unit;
            $leads[] = Kit::lead("l{$index}", 0 === $index ? 'post main' : 'box_'.($index - 1).' thru', "{$name} in");
        }
        $charts['board'] = Kit::board([self::control('Go', 'switch', 80), self::control('Back', 'switch', 81), self::control('Pedal', 'pedal', 11)]);
        $isOther = 0 === $random->getInt(0, 1);
        $units[] = [
            'name' => 'board',
            'chart' => 'board',
            'measured' => ['Pedal' => ['heel' => 8, 'toe' => 100 + $random->getInt(0, 27)]],
            ...$isOther ? ['assigned' => ['Go' => ['message' => ['kind' => 'cc', 'number' => 85], 'state' => 'set']]] : [],
        ];
        $leads[] = Kit::lead('b', 'board out', 'post keys');

        return Json::encode(['rulebook' => self::book($random, \count(self::boxes()))] + Json::members(Json::write(Kit::rig($charts, $units, $leads))));
    }

    private static function book(\Random\Randomizer $random, int $boxes): string
    {
        $one = static fn (array $of): string => self::one($random, array_values(array_filter($of, is_scalar(...))));
        $book = $one(['', "programs from 1\n"])."port keys in\nport main out\n";
        for ($rule = 0; $rule < 14; ++$rule) {
            $channel = $random->getInt(1, $boxes + 1);
            $number = [20, 21, 22, 53, 7, 64, 98, 120, 127, 0, 90][$random->getInt(0, 10)];
            $value = $one([0, 9, 10, 100, 101, 127, 'value']);
            $step = $one([
                "post cc {$number} value {$value} channel {$channel} to main",
                "post program {$random->getInt(0, 7)} channel {$channel} to main",
                "post cc14 {$one([20, 21])} value {$one([0, 9000, 16383])} channel {$channel} to main",
                "post nrpn {$one([20, 1027])} value {$one([5, 300])} channel {$channel} to main",
                "become cc {$number} value {$value} channel {$channel}\n  send main",
                "become program {$random->getInt(0, 7)} channel {$channel}\n  send main",
                "set channel = {$channel}\n  send main",
                "send main channel {$channel}",
                "send main channel {$channel} pickup",
                "send main channel {$channel},{$random->getInt(1, 4)}",
                "turn box_0 \"Mix\" to {$one([9, 10, 100, 101, '-1 percent', '0 percent', '100 percent', '101 percent'])}",
                "turn box_1 \"Pan\" to {$one(['-101 percent', '-100 percent', '-1 percent', '100 percent', '101 percent', 64])}",
                "recall box_4 {$one([1, 5, 6, 9])}",
            ]);
            $byNumber = ['cc 80', 'cc 80,81', 'cc 11', 'cc 80 channel 1', 'cc 80 value 1..9', 'cc 80, note'];
            $played = $one(['board "Go"', 'board "Pedal"', 'board "Pedal"', ...$byNumber]);
            $book .= "rule \"{$rule}\"\n  {$one(['copy', 'copy', 'copy', 'take'])} {$played}\n  {$step}\n";
        }

        return $book;
    }

    /** @return array<string, mixed> */
    private static function control(string $name, string $sort, int $number): array
    {
        $gesture = 'switch' === $sort ? 'press' : 'move';

        return [
            'name' => $name,
            'sort' => $sort,
            'assign' => 'menu',
            'sends' => [['gesture' => $gesture, 'message' => ['kind' => 'cc', 'number' => $number]]],
        ];
    }

    /** @param list<scalar> $of */
    private static function one(\Random\Randomizer $random, array $of): string
    {
        return (string) $of[$random->getInt(0, \count($of) - 1)];
    }

    /** @return list<array{array<string, mixed>, array<string, mixed>}> charts and units */
    private static function boxes(): array
    {
        $cc = static fn (string $name, int $number, array $raw = [0, 127], array $more = []): array => [
            'name' => $name, 'reach' => 'midi', 'message' => ['kind' => 'cc', 'number' => $number], 'raw' => $raw, 'assign' => 'menu',
        ] + $more;
        $thru = [
            'plugs' => [Kit::din('in', 'in'), Kit::din('thru', 'out')],
            'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
        ];
        $pair = ['name' => 'Time', 'reach' => 'midi', 'message' => ['kind' => 'cc14', 'number' => 20], 'raw' => [0, 9000]];

        return [
            [$thru + ['parameters' => [$cc('Mix', 20, [10, 100]), $cc('Tone', 22)]], []],
            [$thru + ['parameters' => [$cc('Pan', 21, [0, 127], ['centre' => 64]), ['name' => 'Knob', 'reach' => 'hand', 'raw' => [0, 9]]]], []],
            [$thru + ['parameters' => [$cc('Level', 7), ['name' => 'Secret', 'reach' => 'midi', 'raw' => [0, 127]]]], []],
            [$thru, []],
            [$thru + ['parameters' => [$pair], 'programs' => self::PROGRAMS], []],
            [$thru + ['parameters' => [$cc('Mix', 90)], 'programs' => ['mapOnBox' => true] + self::PROGRAMS], []],
            [$thru + ['parameters' => [], 'programs' => self::PROGRAMS + ['specials' => [['means' => 'other', 'label' => 'Tuner', 'program' => 7]]]], []],
            [$thru + ['parameters' => [$cc('Mix', 53)], 'programs' => array_diff_key(self::PROGRAMS, ['wire' => true])], []],
        ];
    }
}
