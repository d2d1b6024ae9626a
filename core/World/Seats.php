<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Box;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Which units of a rig hear what leaves at each port of a rulebook, over leads, thrus and hubs that are on. */
final readonly class Seats
{
    /**
     * @param array<string, Box> $boxes by unit
     * @param array<string, list<array{string, string, list<Hop>}>> $at units and parts by out port, and the way to them
     */
    private function __construct(public array $boxes, public array $at)
    {
    }

    public static function of(Setup $setup): self
    {
        $graph = new Graph($setup);
        $boxes = [];
        $at = [];
        foreach ($setup->book->ports ?? [] as $port => $declared) {
            $ways = $declared->isOut ? $graph->reachedFrom(new Socket(LeadEnd::POST, $port, true)) : [];
            foreach ($ways as $way) {
                $isOff = [] !== array_filter($way, static fn (Hop $hop): bool => null !== $hop->off);
                foreach ($isOff ? [] : $graph->partsAt($way[\count($way) - 1]->to) as [$box, $part]) {
                    $boxes[$box->name] = $box;
                    $at[$port][] = [$box->name, $part->id, $way];
                }
            }
        }

        return new self($boxes, $at);
    }
}
