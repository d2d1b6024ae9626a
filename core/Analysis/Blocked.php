<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** A box that stands on the way between the post and a unit, and does not pass on every kind of message. */
final readonly class Blocked
{
    /** @param non-empty-list<KindName> $kinds that do not get through */
    private function __construct(public string $by, public array $kinds)
    {
    }

    /** The first such box on the way to a unit that hears the rules, or from one that they hear; null where no lead leads there, or nothing is blocked. */
    public static function on(RigAnalysis $analysis, string $unit, bool $hears): ?self
    {
        $box = $analysis->setup->box($unit);
        foreach (null === $box ? [] : self::ways($analysis, $box, $hears) as $way) {
            foreach ($way as $hop) {
                if ([] !== $hop->blocks) {
                    return new self($hop->from->unit, array_values($hop->blocks));
                }
            }
        }

        return null;
    }

    /** @return iterable<list<Hop>> */
    private static function ways(RigAnalysis $analysis, Device $box, bool $hears): iterable
    {
        $graph = $analysis->graph;
        if (!$hears) {
            foreach ($graph->sources($box) as $source) {
                yield from array_filter(
                    $graph->reachedFrom($source),
                    static fn (array $way): bool => LeadEnd::POST === ($way[\count($way) - 1]->to->unit ?? null),
                );
            }

            return;
        }
        $ends = [];
        foreach ($box->chart->hears ?? [] as $part) {
            foreach ($graph->sockets($box, $part->at, false) as $socket) {
                $ends[$socket->key] = true;
            }
        }
        foreach (self::outPorts($analysis->setup) as $port) {
            yield from array_intersect_key($graph->reachedFrom(new Socket(LeadEnd::POST, $port, true)), $ends);
        }
    }

    /** @return list<string> */
    private static function outPorts(Setup $setup): array
    {
        return array_map(strval(...), array_keys(array_filter($setup->book->ports ?? [], static fn ($port): bool => $port->isOut)));
    }
}
