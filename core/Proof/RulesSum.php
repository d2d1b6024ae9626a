<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Proof;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Data\Json;
use ZigzagPost\Core\Rulebook\Printer;

/** Tells rules and rig apart by what they mean: neither comments nor how the text is set count, nor ticks on the units. */
final class RulesSum
{
    public static function of(RigAnalysis $analysis): string
    {
        $rig = $analysis->setup->rig;
        $units = array_map(
            static fn ($unit): array => [
                $unit->name,
                $unit->chart->id,
                array_map(static fn ($chosen): int|string => $chosen->value, $unit->settings),
                array_map(static fn ($assigned): mixed => Json::toValue($assigned->message), $unit->assigned),
                array_map(Json::toValue(...), $unit->measured ?? []),
                array_map(Json::toValue(...), $unit->programs ?? []),
                $unit->programMap,
            ],
            $rig->units,
        );
        $rules = (string) preg_replace('/^\s*#.*$\n?/m', '', Printer::print($analysis->checked()->written));

        return hash(
            'sha256',
            Json::encode([
                $rules,
                $units,
                array_map(Json::toValue(...), $rig->leads),
                array_map(Json::toValue(...), $rig->charts),
                null === $rig->show ? null : array_map(static fn ($song): array => [$song->id, $song->scenes], $rig->show->order()),
            ]),
        );
    }
}
