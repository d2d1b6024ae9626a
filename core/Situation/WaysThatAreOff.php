<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Situation;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\RouteKind;
use ZigzagPost\Core\Rig\Setup\Hop;

/** Hubs and thrus that would have to be on, things that arrive twice, and loops. */
final class WaysThatAreOff implements RigCheck
{
    private const MOST_THRUS = 3;

    public function findings(Situation $situation): iterable
    {
        $edits = new Edits($situation->setup->rig);
        $off = $unsure = [];
        $doubled = [];
        foreach ($situation->streams() as $stream) {
            $chains = [];
            foreach ($stream->listeners as $listener) {
                foreach ($listener->way as $hop) {
                    if (null !== $hop->off) {
                        $off["{$hop->from->unit}\t{$hop->off}"][$listener->box->name] = true;
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
                yield RigFinding::warning('many-thrus', "unit {$first}", "{$units[$first]} hardware thrus stand between {$stream->name()} and {$first}; more than three in a row wear the signal down", null, 'use a hub in place of the chain')
                    ->with(array_map(static fn (int|string $unit, int $thrus): string => "{$thrus} before {$unit}", array_keys($others), $others));
            }
            foreach ($this->doubles($situation, $stream->source->key, $situation->graph->waysFrom($stream->source)[0]) as $unit) {
                $doubled[$stream->name()][] = $unit;
            }
        }
        foreach ($off as $key => $units) {
            [$unit, $setting] = explode("\t", (string) $key);
            yield RigFinding::error('thru-off', "unit {$unit} {$setting}", "{$setting} of {$unit} is off, so nothing gets to ".implode(', ', array_keys($units)), $edits->setting($unit, $setting, 'on', "Switch {$setting} of {$unit} on"));
        }
        foreach ($unsure as $unit => $facts) {
            foreach ($facts as $what => $units) {
                yield RigFinding::hint('thru-unknown', "unit {$unit} passing on", "{$what} is not known, and on it depends what gets to ".implode(', ', array_keys($units)), null, "look at {$unit}, and set it");
            }
        }
        foreach ($doubled as $stream => $units) {
            $names = implode(', ', $units);
            yield RigFinding::warning('double-way', (1 === \count($units) ? 'unit ' : 'units ').$names, "what leaves at {$stream} gets to {$names} on two ways, so that it plays twice; say that this is wanted, or take one way out");
        }
        foreach ($situation->graph->loops() as $loop) {
            if ([] === array_filter($loop, static fn (Hop $hop): bool => null !== $hop->off)) {
                yield RigFinding::error('loop', 'loop '.$loop[0]->from->name(), 'what leaves at '.$loop[0]->from->name().' comes back to it over '.implode(', ', array_unique(array_map(static fn (Hop $hop): string => $hop->to->unit, $loop))));
            }
        }
    }

    /**
     * @param list<non-empty-list<Hop>> $ways
     *
     * @return list<string> units that something gets to on two ways
     */
    private function doubles(Situation $situation, string $source, array $ways): array
    {
        $seen = [];
        $doubled = [];
        foreach ($ways as $way) {
            $isOff = [] !== array_filter($way, static fn (Hop $hop): bool => null !== $hop->off);
            $isOff = $isOff || [] !== array_filter($way, static fn (Hop $hop): bool => $hop->blocks(KindName::Note));
            $isWanted = [] !== array_filter($way, static fn (Hop $hop): bool => null !== $hop->lead?->wantedDouble);
            foreach ($isOff || $isWanted ? [] : $situation->graph->partsAt($way[\count($way) - 1]->to) as [$box, $part]) {
                if (isset($seen["{$box->name} {$part->id}"]) && false !== $box->hears($part, KindName::Note)) {
                    $doubled[] = $box->name;
                }
                $seen["{$box->name} {$part->id}"] = $source;
            }
        }

        return array_values(array_unique($doubled));
    }
}
