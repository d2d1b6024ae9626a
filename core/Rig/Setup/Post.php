<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Chart\Sort;
use ZigzagPost\Core\Rig\Chart\Way;
use ZigzagPost\Core\Rig\Document\ChartAt;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\Unit;
use ZigzagPost\Core\Rulebook\Rulebook;

/** Zigzag Post as a unit of the rig: each port of the rulebook makes a plug for each direction. */
final class Post
{
    public static function of(?Rulebook $book): Device
    {
        $plugs = [];
        foreach ($book->ports ?? [] as $name => $port) {
            $carries = $port->pulse ? Carries::Pulse : Carries::Midi;
            $way = $port->isIn && $port->isOut ? Way::Both : ($port->isIn ? Way::In : Way::Out);
            $plugs[] = new Plug((string) $name, (string) $name, Connector::Any, [new PlugUse($way, $carries)]);
        }

        return new Device(new Unit(LeadEnd::POST, new ChartAt(LeadEnd::POST, 1), 'Zigzag Post'), new Chart(1, 'Zigzag Post', Sort::Host, [], $plugs));
    }

    /**
     * The port that an end of a lead names, and which way it is meant.
     */
    public static function port(string $plug): PostPlug
    {
        return 1 === preg_match('/^(\S+) (in|out)$/D', $plug, $match) ? new PostPlug($match[1], Way::from($match[2])) : new PostPlug($plug, null);
    }
}
