<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Automatic;
use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Sends;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** The streams of a rig: what leaves at each port of the post and at each plug of a unit that sends, and who hears it. */
final class Streams
{
    /** @return list<HeardStream> those that somebody hears or that lead into the post, in the order of the units */
    public static function of(Setup $setup, Graph $graph): array
    {
        $streams = [];
        foreach ($setup->boxes as $box) {
            foreach (self::sources($box, $graph) as $socket) {
                $listeners = [];
                foreach ($graph->reachedFrom($socket) as $key => $way) {
                    $at = $way[\count($way) - 1]->to;
                    foreach ($graph->partsAt($at) as [$hearing, $part]) {
                        $listeners["{$hearing->name}\t{$part->id}"] ??= new Listener($hearing, $part, $way);
                    }
                }
                $streams[] = new HeardStream($box, $socket, array_values($listeners));
            }
        }

        return $streams;
    }

    /** @return list<Socket> where a box sends of its own */
    public static function sources(Box $box, Graph $graph): array
    {
        $at = null === $box->chart->sends ? [] : array_merge(...array_map(static fn (Sends $sends): array => $sends->at, $box->chart->sends));
        $at = [...$at, ...array_merge(...array_map(static fn (Automatic $automatic): array => $automatic->at, $box->chart->automatic ?? []))];
        if (null === $box->chart->sends) {
            $passedTo = array_merge(...array_map(static fn ($route): array => $route->to, $box->chart->routes ?? []));
            foreach ($box->chart->plugs as $plug) {
                $use = $box->use($plug);
                $isMidi = \in_array($use?->carries, [Carries::Midi, Carries::Usb, Carries::Network, Carries::Pulse], true);
                if ($isMidi && null !== $use && $use->way->sends() && !\in_array($plug->id, $passedTo, true)) {
                    $at[] = $plug->id;
                }
            }
        }
        $sockets = [];
        foreach ($graph->sockets($box, array_values(array_unique($at)), true) as $socket) {
            $sockets[$socket->key] = $socket;
        }

        return array_values($sockets);
    }
}
