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

    /** @return array<string, mixed> */
    private static function plug(string $id, string $way): array
    {
        return ['id' => $id, 'label' => $id, 'connector' => 'din5', 'uses' => [['way' => $way, 'carries' => 'midi']]];
    }
}
