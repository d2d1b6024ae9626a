<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\Route;
use ZigzagPost\Core\Rig\Document\IntentKind;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\HearingPart;
use ZigzagPost\Core\Rig\Setup\ResolvedLead;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** All ways between units past the post, counted over every lead, route, mode and switch that can be set so. */
final class DirectWays
{
    /** Ways from one socket at most. */
    private const MOST_WAYS = 300;
    private const LONGEST = 24;

    /** @var array<string, list<DirectStep>> by the key of the socket where they begin */
    private array $steps = [];
    /** @var array<string, list<HearingPart>> by the key of the socket where they hear */
    private array $parts = [];
    /** @var list<DirectWay> in the order of the units that send, then of the ways, the shortest first */
    public readonly array $ways;
    /** @var array<int, Cabling> of leads, by their places in the rig */
    public readonly array $cablings;

    public function __construct(Setup $setup, private readonly Graph $graph)
    {
        $cablings = [];
        foreach ($setup->joints as $index => $joint) {
            if (null !== $joint->a && null !== $joint->b) {
                $cablings[$index] = Cabling::of($joint, $joint->a, $joint->b);
                if ($joint->lead->isToPlay() && !$joint->a->box->isPost() && !$joint->b->box->isPost()) {
                    $this->lay($joint, $joint->a, $joint->b, $cablings[$index]);
                    $this->lay($joint, $joint->b, $joint->a, $cablings[$index]);
                }
            }
        }
        $this->cablings = $cablings;
        foreach ($setup->boxes as $box) {
            foreach ($box->chart->routes ?? [] as $route) {
                $this->route($box, $route);
            }
            foreach ($box->chart->hears ?? [] as $part) {
                foreach ($this->graph->sockets($box, $part->at, false) as $socket) {
                    $this->parts[$socket->key][] = new HearingPart($box, $part);
                }
            }
        }
        $ways = [];
        foreach ($setup->boxes as $box) {
            foreach (Sending::of($box) as $sending) {
                foreach ($this->graph->sockets($box, $sending->at, true) as $socket) {
                    array_push($ways, ...$this->waysOf($box, $sending, $socket));
                }
            }
        }
        $this->ways = $ways;
    }

    /** Whether what is heard at a socket goes on from there to another unit that hears, if everything is set so. */
    public function isPassedOn(string $socket, string $unit): bool
    {
        $seen = [$socket => true];
        for ($queue = [$socket]; null !== $key = array_shift($queue);) {
            foreach ($this->steps[$key] ?? [] as $step) {
                if (isset($seen[$step->to->key])) {
                    continue;
                }
                $seen[$step->to->key] = true;
                $queue[] = $step->to->key;
                foreach ($this->parts[$step->to->key] ?? [] as $hearing) {
                    if ($hearing->unit->name !== $unit) {
                        return true;
                    }
                }
            }
        }

        return false;
    }

    /**
     * Who passes everything on from one unit to another but messages of a kind.
     *
     * @return string|null its name; null where nothing leads there at all, or no kind is blocked
     */
    public function blockedBy(Device $from, string $to, IntentKind $of): ?string
    {
        foreach (array_filter(Sending::of($from), static fn (Sending $sending): bool => $of === IntentKind::of($sending->kind)) as $sending) {
            $reached = [];
            foreach ($this->graph->sockets($from, $sending->at, true) as $socket) {
                $reached[$socket->key] = null;
            }
            for ($queue = array_keys($reached); null !== $key = array_shift($queue);) {
                foreach ($this->steps[$key] ?? [] as $step) {
                    if (\array_key_exists($step->to->key, $reached)) {
                        continue;
                    }
                    $reached[$step->to->key] = $reached[$key] ?? ($step->blocks($sending->kind) ? $step->name : null);
                    $queue[] = $step->to->key;
                    foreach ($this->parts[$step->to->key] ?? [] as $hearing) {
                        if ($hearing->unit->name === $to && null !== $reached[$step->to->key]) {
                            return $reached[$step->to->key];
                        }
                    }
                }
            }
        }

        return null;
    }

    /** @return list<DirectWay> */
    private function waysOf(Device $box, Sending $sending, Socket $start): array
    {
        $ways = [];
        /** @var list<list<DirectStep>> $queue */
        $queue = [[]];
        for ($next = 0; $next < \count($queue) && $next < self::MOST_WAYS; ++$next) {
            $steps = $queue[$next];
            $queue[$next] = [];
            $at = [] === $steps ? $start : $steps[\count($steps) - 1]->to;
            foreach (\count($steps) < self::LONGEST ? $this->steps[$at->key] ?? [] : [] as $step) {
                $been = array_map(static fn (DirectStep $each): string => $each->to->key, $steps);
                if ($step->blocks($sending->kind) || $step->to->key === $start->key || \in_array($step->to->key, $been, true)) {
                    continue;
                }
                $queue[] = $longer = [...$steps, $step];
                foreach ($this->parts[$step->to->key] ?? [] as $hearing) {
                    $way = $hearing->unit === $box ? null : $this->way($box, $sending, $longer, $hearing);
                    null === $way ?: $ways[] = $way;
                }
            }
        }

        return $ways;
    }

    /** @param non-empty-list<DirectStep> $steps */
    private function way(Device $box, Sending $sending, array $steps, HearingPart $hearing): ?DirectWay
    {
        $receiving = Receiving::conditions($hearing->unit, $hearing->part, $sending->kind);
        if (null === $receiving) {
            return null;
        }
        $conditions = [
            ...$sending->conditions,
            ...array_map(static fn (DirectStep $step): Condition => $step->condition, $steps),
            ...$receiving,
            ...$sending->hasChannel() ? [new ChannelsMeet($box->name, $sending->channel, $hearing->unit->name, $hearing->part)] : [],
        ];

        return new DirectWay(
            $box,
            $hearing->unit,
            $sending->kind,
            $conditions,
            array_map(static fn (DirectStep $step): string => $step->name, $steps),
            $steps[\count($steps) - 1]->to->key,
        );
    }

    private function lay(ResolvedLead $joint, End $from, End $to, Cabling $cabling): void
    {
        $carries = LeadCarries::between($joint, $from, $to, $cabling);
        if (null === $carries) {
            return;
        }
        $targets = $to->sockets(false);
        $sources = $from->sockets(true);
        foreach ($sources as $index => $source) {
            foreach (1 === \count($sources) || 1 === \count($targets) ? $targets : array_filter([$targets[$index] ?? null]) as $target) {
                $this->steps[$source->key][] = new DirectStep($source, $target, $carries, "lead {$joint->lead->id}");
            }
        }
    }

    private function route(Device $box, Route $route): void
    {
        foreach ($this->graph->sockets($box, $route->from, false) as $from) {
            foreach ($this->graph->sockets($box, $route->to, true) as $to) {
                $this->steps[$from->key][] = new DirectStep(
                    $from,
                    $to,
                    new SwitchIsOn(ObstacleSort::Thru, $box->name, $route->setting ?? true),
                    $box->name,
                    $route->blocks ?? [],
                );
            }
        }
    }
}
