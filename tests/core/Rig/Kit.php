<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Rig;

use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Finding\RigFix;
use ZigzagPost\Core\Rig\Document\Rig;
use ZigzagPost\Core\Rig\Setup\RigFile;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Makes small charts and rigs for tests, as the JSON that people would write. */
final class Kit
{
    /**
     * A device with a DIN input that answers on a channel that is set.
     *
     * @param array<string, mixed> $more
     *
     * @return array<string, mixed>
     */
    public static function hearer(string $name, int $factory = 1, int $width = 1, string $by = 'menu', array $more = []): array
    {
        return [
            'schema' => 1, 'name' => $name, 'sort' => 'synth',
            'settings' => [['id' => 'channel', 'title' => 'MIDI channel', 'values' => [1, 16], 'factory' => $factory, 'how' => [['by' => $by]]]],
            'plugs' => [self::din('in', 'in')],
            'hears' => [['id' => 'all', 'at' => ['in'], 'channel' => ['setting' => 'channel'], 'width' => $width]],
            ...$more,
        ];
    }

    /**
     * A chart of a controller with one way out.
     *
     * @param list<array<string, mixed>> $controls
     *
     * @return array<string, mixed>
     */
    public static function board(array $controls, int $channel = 1): array
    {
        return [
            'schema' => 1,
            'name' => 'Board',
            'sort' => 'controller',
            'plugs' => [self::din('out', 'out')],
            'sends' => [['at' => ['out'], 'channel' => $channel]],
            'surface' => ['controls' => $controls],
        ];
    }

    /** @return array<string, mixed> */
    public static function din(string $id, string $way): array
    {
        return ['id' => $id, 'label' => 'MIDI '.strtoupper($id), 'connector' => 'din5', 'uses' => [['way' => $way, 'carries' => 'midi']]];
    }

    /**
     * @param array<string, array<string, mixed>> $charts
     * @param list<array<string, mixed>> $units
     * @param list<array<string, mixed>> $leads
     * @param array<string, mixed> $more
     */
    public static function rig(array $charts, array $units, array $leads, array $more = []): Rig
    {
        $json = [
            'schema' => 1, 'name' => 'Trial',
            'charts' => array_map(static fn (array $chart): array => ['revision' => 1, 'chart' => $chart], $charts),
            'units' => array_map(static fn (array $unit): array => [...$unit, 'chart' => ['id' => $unit['chart'], 'revision' => 1]], $units),
            'leads' => $leads, ...$more,
        ];

        return RigFile::rig(Json::encode($json));
    }

    /**
     * A lead from one plug to another, each as "unit plug".
     *
     * @param list<array<string, mixed>> $parts
     *
     * @return array<string, mixed>
     */
    public static function lead(string $id, string $a, string $b, array $parts = [['what' => 'cable', 'map' => 'straight']]): array
    {
        $end = static fn (string $text): array => array_combine(['unit', 'plug'], explode(' ', $text, 2));

        return ['id' => $id, 'a' => $end($a), 'b' => $end($b), 'parts' => $parts];
    }

    public static function setup(Rig $rig, string $book = ''): Setup
    {
        return RigFile::setup($rig, $book);
    }

    /**
     * A rig with other values in some places.
     *
     * @param array<mixed> $json
     * @param array<string, mixed> $changes by pointer (RFC 6901)
     *
     * @return array<mixed>
     */
    public static function changed(array $json, array $changes): array
    {
        return self::fixed(new RigFix('', $changes), $json);
    }

    /**
     * @param array<mixed> $json
     *
     * @return array<mixed>
     */
    public static function fixed(RigFix $fix, array $json): array
    {
        $fixed = Json::decode($fix->applied(Json::encode($json)));

        return \is_array($fixed) ? $fixed : throw new \LogicException('no object');
    }
}
