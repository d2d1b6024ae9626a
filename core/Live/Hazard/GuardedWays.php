<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Live\Hazard;

use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Width;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/**
 * The ways of a rig to units that can hurt somebody, over leads, thrus and hubs. In doubt a message gets through: leads that may not work and
 * settings that stand at off count as ways, and what a unit does not say it hears it may hear.
 */
final class GuardedWays
{
    /** @return list<GuardedWay> */
    public static function of(Setup $setup): array
    {
        $graph = new Graph($setup);
        $ways = [];
        foreach ($setup->book->ports ?? [] as $port => $declared) {
            foreach ($declared->isOut ? self::kindsByEnd($graph, (string) $port) : [] as $end) {
                $unit = $setup->box($end->socket->unit);
                if (true === $unit?->chart->isDangerous()) {
                    $ways[] = new GuardedWay((string) $port, $unit->name, $end->kinds, self::channels($unit, $graph, $end->socket));
                }
            }
        }

        return $ways;
    }

    /** @return array<string, ReachedSocket> by the key of the socket */
    private static function kindsByEnd(Graph $graph, string $port): array
    {
        $start = new Socket(LeadEnd::POST, $port, true);
        $ends = [];
        foreach (KindName::cases() as $kind) {
            foreach ($graph->reachedFrom($start, $kind) as $way) {
                /** @var Hop $last */
                $last = end($way);
                $ends[$last->to->key] = new ReachedSocket($last->to, [...$ends[$last->to->key]->kinds ?? [], $kind->value]);
            }
        }

        return $ends;
    }

    /** @return list<int>|null */
    private static function channels(Device $unit, Graph $graph, Socket $socket): ?array
    {
        $channels = [];
        foreach ($graph->partsAt($socket) as $hearing) {
            $first = $unit->channel($hearing->part->channel);
            if (null === $first || ChannelType::OMNI === $first || null !== $hearing->part->zone) {
                return null;
            }
            array_push($channels, ...range((int) $first, (int) $first + self::widest($hearing->part) - 1));
        }

        return [] === $channels ? null : array_values(array_unique($channels));
    }

    private static function widest(Hears $part): int
    {
        return \is_array($part->width) ? max(1, ...array_map(static fn (Width $width): int => $width->width, $part->width)) : $part->width ?? 1;
    }
}
