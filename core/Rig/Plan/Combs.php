<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;

/** Who answers on which of the sixteen channels of each stream, as a plan sets them. */
final class Combs
{
    /**
     * @param list<HeardStream> $streams
     * @param array<string, list<ChosenValue>> $channels by unit
     *
     * @return list<Comb>
     */
    public static function of(array $streams, array $channels): array
    {
        $combs = [];
        foreach ($streams as $stream) {
            $teeth = [];
            $taken = 0;
            foreach ($stream->listeners as $listener) {
                $mask = 0;
                foreach ($channels[$listener->box->name] ?? [] as $chosen) {
                    [$choice, $option] = [$chosen->of, $chosen->value];
                    if (\in_array($listener->part, $choice->parts, true)) {
                        $own =
                            $listener->part->channel instanceof ChannelOf && null !== $option->value
                                ? Device::channelOf($option->value, $listener->part->channel->offset ?? 0)
                                : $listener->box->channel($listener->part->channel);
                        $mask = Channels::answered($listener->box, $listener->part, $own);
                    }
                }
                if (Channels::isNeeded($listener->part)) {
                    $teeth[] = new Tooth(
                        $listener->box,
                        $listener->part,
                        Channels::list($mask),
                        Channels::ALL === $mask && null === $listener->part->zone,
                    );
                }
                $taken |= $mask;
            }
            if ([] !== $teeth) {
                $combs[] = new Comb($stream, $teeth, Channels::list(Channels::ALL & ~$taken));
            }
        }

        return $combs;
    }
}
