<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Setup;

/** The streams of a rig: what leaves at each port of the post and at each plug of a unit that sends, and who hears it. */
final class Streams
{
    /** @return list<HeardStream> those that somebody hears or that lead into the post, in the order of the units */
    public static function of(Setup $setup, Graph $graph): array
    {
        $streams = [];
        foreach ($setup->boxes as $box) {
            foreach ($graph->sources($box) as $socket) {
                $listeners = [];
                foreach ($graph->reachedFrom($socket) as $key => $way) {
                    $at = $way[\count($way) - 1]->to;
                    foreach ($graph->partsAt($at) as $hearing) {
                        [$hearing, $part] = [$hearing->unit, $hearing->part];
                        $listeners["{$hearing->name}\t{$part->id}"] ??= new Listener($hearing, $part, $way);
                    }
                }
                $streams[] = new HeardStream($box, $socket, array_values($listeners));
            }
        }

        return $streams;
    }
}
