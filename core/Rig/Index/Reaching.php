<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\ZoneSide;
use ZigzagPost\Core\Rig\Setup\Device;

/** How rules reach a part of a unit: by which out ports, and on which channel. */
final readonly class Reaching
{
    public function __construct(private PortWays $ways)
    {
    }

    /** @return non-empty-list<string>|Lack the best first */
    public function ports(Device $unit, Hears $part, KindName $kind): array|Lack
    {
        $ports = $this->ways->to($unit, $part->at, $kind);

        return [] === $ports
            ? Lack::ofUnit(LackSort::Way, "no out port of the rulebook leads to {$unit->name}; lay a lead from a port to it")
            : $ports;
    }

    /** @return int|Lack 1 to 16: of a zone that of its manager, of an omni part the first */
    public function channel(Device $unit, Hears $part, Message $message): int|Lack
    {
        if (null === $message->channel && null !== $part->zone) {
            return ZoneSide::Lower === $part->zone->side ? 1 : 16;
        }
        $channel = $unit->channel($message->channel ?? $part->channel);
        if (null === $channel) {
            $setting = $part->channel instanceof ChannelOf ? $part->channel->setting : null;
            $ask = null === $setting ? '' : "; ask the box for {$setting}";

            return Lack::of(LackSort::Fact, "nobody knows on which channel {$unit->name} answers{$ask}");
        }

        return \is_int($channel) ? $channel : 1;
    }

    /** Of several parts the first that receives a kind and has a way from a port; else the first that receives it, else the first. */
    public function part(Device $unit, KindName $kind): Hears|Lack
    {
        $parts = $unit->chart->hears ?? [];
        $receiving = array_values(array_filter($parts, static fn (Hears $part): bool => false !== $unit->understands($part, $kind)));
        foreach ($receiving as $part) {
            if ([] !== $this->ways->to($unit, $part->at, $kind)) {
                return $part;
            }
        }

        return $receiving[0] ?? $parts[0] ?? Lack::ofUnit(LackSort::Way, "the chart does not say where {$unit->name} hears");
    }
}
