<?php

declare(strict_types=1);

namespace App\Benchmark;

use ZigzagPost\Core\Data\BadData;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;

/** A rig to be planned: units of all kinds of width on five ports, all as they come from the factory. */
final class PlannedRig
{
    public const PORTS = 5;
    private const BOOK = "port a out\nport b out\nport c out\nport d out\nport e out\n";

    /** @throws BadData */
    public static function of(int $units): Setup
    {
        $charts = $boxes = $leads = [];
        foreach ([1, 1, 2, 1, 4] as $index => $width) {
            $charts["kind{$index}"] = [
                'revision' => 1,
                'chart' => [
                    'schema' => 1,
                    'name' => "Kind {$index}",
                    'sort' => 'synth',
                    'settings' => [
                        [
                            'id' => 'channel',
                            'title' => 'MIDI channel',
                            'values' => [1, 16],
                            'factory' => 1 + ($index % 3),
                            'how' => [['by' => $index % 2 ? 'gesture' : 'menu']],
                        ],
                    ],
                    'plugs' => [self::plug('in', 'in'), self::plug('thru', 'out')],
                    'routes' => [['id' => 'thru', 'from' => ['in'], 'to' => ['thru'], 'kind' => 'hardware']],
                    'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'width' => $width]],
                ],
            ];
        }
        for ($unit = 0; $unit < $units; ++$unit) {
            $boxes[] = ['name' => "box_{$unit}", 'chart' => ['id' => 'kind'.($unit + intdiv($unit, self::PORTS)) % 5, 'revision' => 1]];
            $from =
                $unit < self::PORTS
                    ? ['unit' => 'post', 'plug' => \chr(\ord('a') + $unit)]
                    : ['unit' => 'box_'.($unit - self::PORTS), 'plug' => 'thru'];
            $leads[] = [
                'id' => "lead {$unit}",
                'a' => $from,
                'b' => ['unit' => "box_{$unit}", 'plug' => 'in'],
                'parts' => [['what' => 'cable', 'map' => 'straight']],
            ];
        }

        return RigFile::setup(
            RigFile::rig(Json::encode(['schema' => 1, 'name' => 'Planned', 'charts' => $charts, 'units' => $boxes, 'leads' => $leads])),
            self::BOOK,
        );
    }

    /**
     * Units without a post: boards, each straight to so many boxes; plugs that are set to something else at the factory, switches that are off.
     *
     * @throws BadData
     */
    public static function straight(int $units, int $each): Setup
    {
        $charts = $boxes = $leads = [];
        for ($unit = 0; $unit < $units; ++$unit) {
            $name = "unit_{$unit}";
            $board = $unit - $unit % ($each + 1);
            $sends = ['at' => array_map(static fn (int $plug): string => "p{$plug}", range(1, $each)), 'channel' => ['setting' => 'channel']];
            $chart = [
                'schema' => 1,
                'name' => $name,
                'sort' => 'other',
                'settings' => [
                    self::setting('channel', [1, 16], 1 + (7 * $unit) % 16, ['by' => ['menu', 'gesture', 'learn'][$unit % 3]]),
                    self::setting('mode', ['midi', 'pedal'], 0 === $unit % 2 ? 'midi' : 'pedal', ['by' => 'menu', 'powerCycle' => true]),
                    self::setting('on', ['on', 'off'], 0 === $unit % 3 ? 'off' : 'on', ['by' => 'menu']),
                ],
            ];
            $charts[$name] = [
                'revision' => 1,
                'chart' => $board === $unit
                    ? [
                        ...$chart,
                        'plugs' => array_map(static fn (string $id): array => self::settable($id, 'out'), $sends['at']),
                        'sends' => [[...$sends, 'kinds' => ['note' => 'on', 'cc' => true]]],
                    ]
                    : [
                        ...$chart,
                        'plugs' => [self::settable('in', 'in')],
                        'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'kinds' => ['note' => 'on', 'cc' => true]]],
                    ],
            ];
            $boxes[] = ['name' => $name, 'chart' => ['id' => $name, 'revision' => 1]];
            if ($board !== $unit) {
                $leads[] = [
                    'id' => "lead {$unit}",
                    'a' => ['unit' => "unit_{$board}", 'plug' => 'p'.($unit - $board)],
                    'b' => ['unit' => $name, 'plug' => 'in'],
                    'parts' => [['what' => 'cable', 'map' => 'straight']],
                ];
            }
        }

        $json = ['schema' => 1, 'name' => 'Straight', 'charts' => $charts, 'units' => $boxes, 'leads' => $leads];

        return RigFile::setup(RigFile::rig(Json::encode($json)), '');
    }

    /**
     * @param list<int|string> $values
     * @param array<string, mixed> $how
     *
     * @return array<string, mixed>
     */
    private static function setting(string $id, array $values, int|string $factory, array $how): array
    {
        return ['id' => $id, 'title' => ucfirst($id), 'values' => $values, 'factory' => $factory, 'how' => [$how]];
    }

    /** @return array<string, mixed> */
    private static function settable(string $id, string $way): array
    {
        return [
            'id' => $id,
            'label' => $id,
            'connector' => 'din5',
            'uses' => [
                ['way' => $way, 'carries' => 'midi', 'when' => ['mode' => ['midi']]],
                ['way' => $way, 'carries' => 'expression', 'when' => ['mode' => ['pedal']]],
            ],
        ];
    }

    /** @return array<string, mixed> */
    private static function plug(string $id, string $way): array
    {
        return ['id' => $id, 'label' => $id, 'connector' => 'din5', 'uses' => [['way' => $way, 'carries' => 'midi']]];
    }
}
