<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Document\ContactMap;
use ZigzagPost\Core\Rig\Document\Part;
use ZigzagPost\Core\Rig\Setup\End;

/** Looks for the cheapest change that makes a lead work: another cable, an adapter, a jumper or a mode. */
final class Mending
{
    /** @param list<Part> $parts */
    public static function cheapest(End $a, End $b, array $parts): ?string
    {
        return self::otherCable($a, $b, $parts) ?? self::adapter($a, $b, $parts) ?? self::setting($a, $b, $parts) ?? self::otherWayRound($a, $b, $parts);
    }

    /** @param list<Part> $parts */
    private static function otherCable(End $a, End $b, array $parts): ?string
    {
        foreach ($parts as $index => $part) {
            foreach ([ContactMap::Straight, ContactMap::Crossed] as $map) {
                if ($map !== $part->map && self::works($a, $b, [...\array_slice($parts, 0, $index), new Part($part->what, $map, $part->ends, null, $part->lengthM, $part->passiveExtension, $part->phantomOff), ...\array_slice($parts, $index + 1)])) {
                    return "take a {$map->value} one in place of {$part->what}";
                }
            }
        }

        return null;
    }

    /** @param list<Part> $parts */
    private static function adapter(End $a, End $b, array $parts): ?string
    {
        $levels = Levels::of($a->plug->connector, $parts, $b->plug->connector);
        if ($levels[0] instanceof Connector) {
            $last = $levels[\count($levels) - 1];
            foreach ([ContactMap::Straight, ContactMap::Crossed] as $map) {
                if ($last instanceof Connector && Connector::Any !== $last && self::works($a, $b, [...$parts, new Part('adapter', $map, [$last, $last])])) {
                    return "put a {$map->value} adapter between";
                }
            }

            return null;
        }
        foreach ([ContactMap::Straight, ContactMap::Crossed] as $map) {
            $ends = [([] === $parts ? null : $parts[\count($parts) - 1]->ends[1] ?? null) ?? $a->plug->connector, $b->plug->connector];
            if (Connector::Any !== $ends[0] && Connector::Any !== $ends[1] && self::works($a, $b, [...$parts, new Part('adapter', $map, $ends)])) {
                return "put a {$map->value} adapter from {$ends[0]->value} to {$ends[1]->value} between";
            }
        }

        return null;
    }

    /** @param list<Part> $parts */
    private static function setting(End $a, End $b, array $parts): ?string
    {
        foreach ([[$a, true], [$b, false]] as [$end, $isA]) {
            foreach ($end->plug->uses as $use) {
                if ($use === $end->use || null === $use->when) {
                    continue;
                }
                $other = new End($end->box, $end->plug, $end->stream, $use);
                if (self::works($isA ? $other : $a, $isA ? $b : $other, $parts)) {
                    return self::words($end, $use);
                }
            }
        }

        return null;
    }

    private static function words(End $end, PlugUse $use): string
    {
        $words = [];
        foreach ($use->when ?? [] as $id => $values) {
            $setting = $end->box->chart->setting((string) $id);
            $by = $setting?->howTo($values[0])?->by->value;
            $words[] = 'set '.($setting->title ?? $id)." of {$end->box->name} to {$values[0]}".(null === $by ? '' : " ({$by})");
        }

        return implode(' and ', $words);
    }

    /**
     * An input and an output swapped.
     *
     * @param list<Part> $parts
     */
    private static function otherWayRound(End $a, End $b, array $parts): ?string
    {
        foreach ([[$a, true], [$b, false]] as [$end, $isA]) {
            foreach ($end->box->chart->plugs as $plug) {
                $use = $end->box->use($plug);
                if ($plug === $end->plug || null === $use || null === $end->use || $use->way === $end->use->way || $use->carries !== $end->use->carries) {
                    continue;
                }
                $other = new End($end->box, $plug, null, $use);
                if (self::works($isA ? $other : $a, $isA ? $b : $other, $parts)) {
                    return "plug it into {$plug->label} of {$end->box->name}";
                }
            }
        }

        return null;
    }

    /** @param list<Part> $parts */
    private static function works(End $a, End $b, array $parts): bool
    {
        return Verdict::Works === Walk::between($a, $b, $parts)->verdict;
    }
}
