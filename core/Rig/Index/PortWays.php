<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Which port of the post a unit is reached by, and at which one it comes in. */
final class PortWays
{
    private readonly Graph $graph;
    /** @var array<string, array<string, array<string, list<Hop>>>> ways from each out port, by kind, port and socket */
    private array $from = [];

    public function __construct(private readonly Setup $setup)
    {
        $this->graph = new Graph($setup);
    }

    /**
     * The out ports that reach a plug or stream of a unit, the best first: by the fewest hops, then in the order of the rulebook.
     *
     * @param list<string> $at plugs, or streams as "plug/stream"
     *
     * @return list<string>
     */
    public function to(Device $box, array $at, KindName $kind): array
    {
        $hops = [];
        foreach ($this->graph->sockets($box, $at, false) as $socket) {
            foreach ($this->from($kind) as $port => $ways) {
                $way = $ways[$socket->key] ?? null;
                if (null !== $way) {
                    $hops[$port] = min($hops[$port] ?? \PHP_INT_MAX, \count($way));
                }
            }
        }
        $order = array_flip(array_keys($this->from($kind)));
        uksort($hops, static fn (int|string $a, int|string $b): int => $hops[$a] <=> $hops[$b] ?: $order[$a] <=> $order[$b]);

        return array_map(strval(...), array_keys($hops));
    }

    /**
     * The in ports at which a unit comes in, in the order of the rulebook.
     *
     * @param list<string> $at
     *
     * @return list<string>
     */
    public function into(Device $box, array $at, KindName $kind): array
    {
        $found = [];
        foreach ($this->graph->sockets($box, $at, true) as $socket) {
            foreach ($this->graph->reachedFrom($socket, $kind) as $way) {
                $end = $way[\count($way) - 1]->to;
                if (LeadEnd::POST === $end->unit && !$end->isOut) {
                    $found[Post::port($end->at)->port] = true;
                }
            }
        }

        return array_values(
            array_filter(array_map(strval(...), array_keys($this->setup->book->ports ?? [])), static fn (string $port): bool => isset($found[$port])),
        );
    }

    /** @return array<string, array<string, list<Hop>>> ways of a kind of message, by out port in the order of the rulebook, and by socket */
    private function from(KindName $kind): array
    {
        if (!isset($this->from[$kind->value])) {
            $this->from[$kind->value] = [];
            foreach ($this->setup->book->ports ?? [] as $name => $port) {
                if ($port->isOut) {
                    $this->from[$kind->value][$name] = $this->graph->reachedFrom(new Socket(LeadEnd::POST, (string) $name, true), $kind);
                }
            }
        }

        return $this->from[$kind->value];
    }
}
