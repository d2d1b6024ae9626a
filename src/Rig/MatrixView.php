<?php

declare(strict_types=1);

namespace App\Rig;

use ZigzagPost\Core\Rig\Direct\Cell;
use ZigzagPost\Core\Rig\Direct\Matrix;
use ZigzagPost\Core\Rig\Direct\Obstacle;
use ZigzagPost\Core\Rig\Direct\ObstacleSort;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Who plays whom past the post, as it is shown. */
final class MatrixView
{
    /** @return list<array<string, mixed>> */
    public static function of(Matrix $matrix, Setup $setup): array
    {
        return array_map(
            static fn (Cell $cell): array => [
                'from' => $cell->from->name,
                'to' => $cell->to->name,
                'of' => $cell->of->value,
                'means' => $cell->means()?->value,
                'proposed' => null === $cell->said && $cell->isProposed,
                'by' => $cell->said?->by,
                'at' => $cell->said?->at,
                'arrives' => $cell->arrives($setup->boxes),
                'shut' => self::words($cell->obstacle($setup->boxes), $cell),
                'through' => (array_values($cell->ways)[0][0] ?? null)->through ?? [],
            ],
            $matrix->cells,
        );
    }

    private static function words(?Obstacle $obstacle, Cell $cell): ?string
    {
        if (null === $obstacle) {
            $nothing = null === $cell->blockedBy ? 'nothing leads there' : "{$cell->blockedBy} does not pass {$cell->of->value} on";

            return [] === $cell->ways ? $nothing : null;
        }
        $while = null === $obstacle->setting ? '' : " while {$obstacle->setting} is off";

        return match ($obstacle->sort) {
            ObstacleSort::Lead => "lead {$obstacle->at} does not carry it",
            ObstacleSort::Thru => "{$obstacle->at} does not pass it on{$while}",
            ObstacleSort::Transmit => "{$obstacle->at} does not send it{$while}",
            ObstacleSort::Receive => "{$obstacle->at} does not receive it{$while}",
            ObstacleSort::Channel => "{$cell->from->name} sends on {$obstacle->sends}, {$cell->to->name} answers on {$obstacle->answers}",
        };
    }
}
