<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Document\Part;

/** The connectors along a lead, from plug to plug: what a part does not say of its own ends it takes from its neighbours. */
final class Levels
{
    /**
     * @param list<Part> $parts
     *
     * @return list<Connector>|array{string, int} the connectors, or what does not fit and at which part
     */
    public static function of(Connector $a, array $parts, Connector $b): array
    {
        $count = \count($parts);
        $a = Connector::Any === $a ? $parts[0]->ends[0] ?? (0 === $count || !isset($parts[0]->ends) ? self::next($parts, 0, $b) : $a) : $a;
        $levels = [$a];
        foreach ($parts as $index => $part) {
            $left = $part->ends[0] ?? $levels[$index];
            if (!self::fit($levels[$index], $left)) {
                return ["{$part->what} has {$left->value} where it meets {$levels[$index]->value}", $index];
            }
            $levels[] =
                $part->ends[1] ??
                self::next($parts, $index + 1, Connector::Any === $b ? $levels[$index] : $b, $index + 1 < $count ? $levels[$index] : null);
        }
        foreach ($parts as $index => $part) {
            if (null === $part->ends && !self::isOneCable($levels[$index], $levels[$index + 1])) {
                return [
                    "{$part->what} cannot join {$levels[$index]->value} with {$levels[$index +
                            1]->value}; an adapter between the two has to be named with its plugs",
                    $index,
                ];
            }
        }
        $last = $levels[$count];
        if (Connector::Any !== $b && !self::fit($last, $b)) {
            return [
                0 === $count
                    ? "{$a->value} does not go into {$b->value}"
                    : "{$parts[$count - 1]->what} ends in {$last->value} where the plug is {$b->value}",
                max(0, $count - 1),
            ];
        }

        return $levels;
    }

    /** @param list<Part> $parts */
    private static function next(array $parts, int $from, Connector $b, ?Connector $otherwise = null): Connector
    {
        return $parts[$from]->ends[0] ?? ($otherwise ?? $b);
    }

    /** Whether there are cables with these two plugs: of single conductors from one sort to another, of packets for one sort only. */
    private static function isOneCable(Connector $one, Connector $other): bool
    {
        return Connector::Any === $one || Connector::Any === $other || self::sort($one) === self::sort($other);
    }

    private static function sort(Connector $connector): string
    {
        return match (true) {
            $connector->isUsb() => 'usb',
            Connector::Rj45 === $connector, Connector::Network === $connector => 'network',
            Connector::Radio === $connector, Connector::Barrel === $connector => $connector->value,
            default => 'conductors',
        };
    }

    private static function fit(Connector $one, Connector $other): bool
    {
        return $one === $other || Connector::Any === $one || Connector::Any === $other;
    }
}
