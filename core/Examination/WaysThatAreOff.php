<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\LeadsRound;
use ZigzagPost\Core\Finding\Fact\ManyThrus;
use ZigzagPost\Core\Finding\Fact\MoreThrusBehind;
use ZigzagPost\Core\Finding\Fact\ThruIsOff;
use ZigzagPost\Core\Finding\Fact\ThruIsUnknown;
use ZigzagPost\Core\Finding\Fact\TwoWays;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\RouteKind;
use ZigzagPost\Core\Rig\Document\Means;
use ZigzagPost\Core\Rig\Setup\Hop;

/** Hubs and thrus that would have to be on, things that arrive twice, and loops. */
final class WaysThatAreOff implements RigCheck
{
    private const MOST_THRUS = 3;

    public function findings(RigAnalysis $analysis): iterable
    {
        $edits = new Edits($analysis->setup->rig);
        $off = $unsure = [];
        $doubled = [];
        foreach ($analysis->streams() as $stream) {
            $chains = [];
            foreach ($stream->listeners as $listener) {
                $isWanted = $stream->box->isPost() || $analysis->matrix()->means($stream->box->name, $listener->box->name, Means::Plays);
                foreach ($listener->way as $hop) {
                    if (null !== $hop->off && $isWanted) {
                        $off[$hop->from->unit][$hop->off][$listener->box->name] = true;
                    }
                    if (null !== $hop->kind && null !== $hop->unknown) {
                        $unsure[$hop->from->unit][$hop->unknown][$listener->box->name] = true;
                    }
                }
                $thrus = array_values(array_filter($listener->way, static fn (Hop $hop): bool => RouteKind::Hardware === $hop->kind));
                if (\count($thrus) > self::MOST_THRUS) {
                    $chains[$thrus[self::MOST_THRUS]->from->key][$listener->box->name] ??= \count($thrus);
                }
            }
            foreach ($chains as $units) {
                $first = (string) array_key_first($units);
                $others = array_diff_key($units, [$first => 0]);
                yield (new RigFinding(new ManyThrus($first, $stream->name(), $units[$first])))->with(
                    array_map(
                        static fn (int|string $unit, int $thrus): MoreThrusBehind => new MoreThrusBehind((string) $unit, $thrus),
                        array_keys($others),
                        $others,
                    ),
                );
            }
            foreach ($this->doubles($analysis, $stream->source->key, $analysis->graph->waysFrom($stream->source)->ways) as $unit) {
                $doubled[$stream->name()][] = $unit;
            }
        }
        foreach ($off as $unit => $settings) {
            foreach ($settings as $setting => $units) {
                yield new RigFinding(
                    new ThruIsOff((string) $unit, (string) $setting, array_map(strval(...), array_keys($units))),
                    $edits->setting((string) $unit, (string) $setting, 'on', "Switch {$setting} of {$unit} on"),
                );
            }
        }
        foreach ($unsure as $unit => $facts) {
            foreach ($facts as $what => $units) {
                yield new RigFinding(new ThruIsUnknown((string) $unit, (string) $what, array_map(strval(...), array_keys($units))));
            }
        }
        foreach ($doubled as $stream => $units) {
            yield new RigFinding(new TwoWays((string) $stream, $units));
        }
        foreach ($analysis->graph->loops() as $loop) {
            if ([] === array_filter($loop, static fn (Hop $hop): bool => null !== $hop->off)) {
                yield new RigFinding(
                    new LeadsRound(
                        $loop[0]->from->name(),
                        array_values(array_unique(array_map(static fn (Hop $hop): string => $hop->to->unit, $loop))),
                    ),
                );
            }
        }
    }

    /**
     * @param list<non-empty-list<Hop>> $ways
     *
     * @return list<string> units that something gets to on two ways
     */
    private function doubles(RigAnalysis $analysis, string $source, array $ways): array
    {
        $seen = [];
        $doubled = [];
        foreach ($ways as $way) {
            $isOff = [] !== array_filter($way, static fn (Hop $hop): bool => null !== $hop->off);
            $isOff = $isOff || [] !== array_filter($way, static fn (Hop $hop): bool => $hop->blocks(KindName::Note));
            $isWanted = [] !== array_filter($way, static fn (Hop $hop): bool => null !== $hop->lead?->wantedDouble);
            foreach ($isOff || $isWanted ? [] : $analysis->graph->partsAt($way[\count($way) - 1]->to) as $hearing) {
                [$box, $part] = [$hearing->unit, $hearing->part];
                if (isset($seen["{$box->name} {$part->id}"]) && false !== $box->hears($part, KindName::Note)) {
                    $doubled[] = $box->name;
                }
                $seen["{$box->name} {$part->id}"] = $source;
            }
        }

        return array_values(array_unique($doubled));
    }
}
