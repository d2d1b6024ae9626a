<?php

declare(strict_types=1);

namespace ZigzagPost\Tests\Core\Data;

use ZigzagPost\Core\Data\Json;

/** A rig whose names count from 0: controls, what was measured with them, and programs. */
final class NumberedRig
{
    public static function json(): string
    {
        $control = static fn (string $name, int $number): array => [
            'name' => $name,
            'sort' => 'pedal',
            'sends' => [['gesture' => 'move', 'message' => ['kind' => 'cc', 'number' => $number, 'values' => [0, 127]]]],
        ];
        $chart = ['schema' => 1, 'name' => 'Two pedals', 'sort' => 'controller', 'surface' => ['controls' => [$control('0', 11), $control('1', 12)]]];
        $measured = ['heel' => 3, 'toe' => 124, 'noise' => 1];

        return Json::encode([
            'schema' => 1,
            'name' => 'Counted',
            'charts' => (object) ['two' => ['revision' => 1, 'chart' => $chart]],
            'units' => [
                [
                    'name' => 'pedals',
                    'chart' => ['id' => 'two', 'revision' => 1],
                    'measured' => (object) [$measured, $measured],
                    'programs' => (object) [['name' => 'Dry'], ['name' => 'Wet']],
                ],
            ],
        ]);
    }
}
