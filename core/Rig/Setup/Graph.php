<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Setup;

use ZigzagPost\Core\Rig\Chart\Automatic;
use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Route;
use ZigzagPost\Core\Rig\Chart\Sends;

/**
 * Which socket leads to which: over leads, and through boxes that pass on what they get. Whether a lead works is not asked here, and
 * a way through a box that would pass things on once a setting is on is a way, marked as off.
 */
final class Graph
{
    /** Ways looked for from one socket at most. */
    public const MOST_WAYS = 500;
    private const LONGEST = 24;

    /** @var array<string, list<Hop>> by the key of the socket that they begin at */
    private array $hops = [];
    /** @var array<string, list<HearingPart>> by the key of the socket where they hear */
    private array $parts = [];

    public function __construct(private readonly Setup $setup)
    {
        foreach ([...$setup->joints, ...$setup->straight] as $joint) {
            if (null !== $joint->a && null !== $joint->b) {
                $this->lay($joint, $joint->a, $joint->b);
                $this->lay($joint, $joint->b, $joint->a);
            }
        }
        foreach ($setup->boxes as $box) {
            foreach ($box->chart->routes ?? [] as $route) {
                $this->route($box, $route);
            }
            foreach ($box->chart->hears ?? [] as $part) {
                foreach ($this->sockets($box, $part->at, false) as $socket) {
                    $this->parts[$socket->key][] = new HearingPart($box, $part);
                }
            }
        }
    }

    /** @return list<Hop> */
    public function from(Socket $socket): array
    {
        return $this->hops[$socket->key] ?? [];
    }

    /** @return list<HearingPart> */
    public function partsAt(Socket $socket): array
    {
        return $this->parts[$socket->key] ?? [];
    }

    /**
     * Every socket that what leaves at one gets to, by the shortest way; over what is off only where there is no other.
     *
     * @param KindName|null $kind where it is given, only ways on which nothing blocks this kind of message
     *
     * @return array<string, list<Hop>> by the key of the socket at the end
     */
    public function reachedFrom(Socket $start, ?KindName $kind = null): array
    {
        $ways = [$start->key => []];
        $sockets = [$start];
        foreach ([false, true] as $withOff) {
            for ($next = 0; $next < \count($sockets); ++$next) {
                $socket = $sockets[$next];
                foreach ($this->from($socket) as $hop) {
                    if (!isset($ways[$hop->to->key]) && ($withOff || null === $hop->off) && (null === $kind || !$hop->blocks($kind))) {
                        $ways[$hop->to->key] = [...$ways[$socket->key], $hop];
                        $sockets[] = $hop->to;
                    }
                }
            }
        }
        unset($ways[$start->key]);

        return $ways;
    }

    /**
     * All ways from a socket that come to no socket twice, the shortest first.
     */
    public function waysFrom(Socket $start): WaysFrom
    {
        $ways = [];
        $queue = [[]];
        for ($next = 0; $next < \count($queue); ++$next) {
            /** @var list<Hop> $way */
            $way = $queue[$next];
            $at = [] === $way ? $start : $way[\count($way) - 1]->to;
            foreach ($this->from($at) as $hop) {
                if ($hop->to->key === $start->key || \in_array($hop->to->key, array_map(static fn (Hop $each): string => $each->to->key, $way), true)) {
                    continue;
                }
                if (\count($queue) >= self::MOST_WAYS || \count($way) >= self::LONGEST) {
                    return new WaysFrom($ways, false);
                }
                $ways[] = [...$way, $hop];
                $queue[] = [...$way, $hop];
            }
            $queue[$next] = [];
        }

        return new WaysFrom($ways, true);
    }

    /**
     * Sockets that what leaves at one comes back to: round trips through boxes that pass everything on.
     *
     * @return list<list<Hop>> one round for each loop, each told once
     */
    public function loops(): array
    {
        $loops = [];
        $seen = [];
        foreach (array_intersect_key($this->hops, $this->inRounds()) as $key => $hops) {
            if (isset($seen[$key])) {
                continue;
            }
            foreach ($hops as $hop) {
                $ways = $this->reachedFrom($hop->to);
                if ($hop->to->key !== $key && isset($ways[$key])) {
                    $loop = [$hop, ...$ways[$key]];
                    $loops[] = $loop;
                    foreach ($loop as $each) {
                        $seen[$each->from->key] = true;
                    }
                    break;
                }
            }
        }

        return $loops;
    }

    /**
     * Sockets that can be part of a round: whatever leads nowhere, or is led to from nowhere, is taken away until nothing more is.
     *
     * @return array<string, true>
     */
    private function inRounds(): array
    {
        $into = $out = [];
        foreach ($this->hops as $from => $hops) {
            foreach ($hops as $hop) {
                $out[$from][$hop->to->key] = true;
                $into[$hop->to->key][$from] = true;
            }
        }
        $left = array_fill_keys([...array_keys($out), ...array_keys($into)], true);
        $ends = array_keys($left);
        while (null !== $key = array_pop($ends)) {
            if (!isset($left[$key]) || ([] !== ($into[$key] ?? []) && [] !== ($out[$key] ?? []))) {
                continue;
            }
            unset($left[$key]);
            foreach (array_keys($out[$key] ?? []) as $next) {
                unset($into[$next][$key]);
                $ends[] = $next;
            }
            foreach (array_keys($into[$key] ?? []) as $before) {
                unset($out[$before][$key]);
                $ends[] = $before;
            }
        }

        return $left;
    }

    /**
     * @param list<string> $at plugs and streams, see {@see \ZigzagPost\Core\Rig\Chart\Chart::place()}
     *
     * @return list<Socket>
     */
    public function sockets(Device $box, array $at, bool $isOut): array
    {
        $sockets = [];
        foreach ($at as $each) {
            $place = $box->chart->place($each);
            if (null === $place) {
                continue;
            }
            [$plug, $inside] = [$place->plug, $place->stream];
            if (null === $inside && [] === ($plug->streams ?? [])) {
                $sockets[] = new Socket($box->name, $plug->id, $isOut);
            }
            foreach (null === $inside ? $plug->streams ?? [] : [$inside] as $stream) {
                if (null !== $inside || ($isOut ? $stream->way->sends() : $stream->way->receives())) {
                    $sockets[] = new Socket($box->name, "{$plug->id}/{$stream->id}", $isOut);
                }
            }
        }

        return $sockets;
    }

    /** @return list<Socket> where a box sends of its own; of the post only where its ports are declared */
    public function sources(Device $box): array
    {
        $at = null === $box->chart->sends ? [] : array_merge(...array_map(static fn (Sends $sends): array => $sends->at, $box->chart->sends));
        $at = [...$at, ...array_merge(...array_map(static fn (Automatic $automatic): array => $automatic->at, $box->chart->automatic ?? []))];
        if (null === $box->chart->sends) {
            $passedTo = array_merge(...array_map(static fn ($route): array => $route->to, $box->chart->routes ?? []));
            foreach ($box->chart->plugs as $plug) {
                $use = $box->use($plug);
                $isMidi = \in_array($use?->carries, [Carries::Midi, Carries::Usb, Carries::Network, Carries::Pulse], true);
                $isSaid = !$box->isPost() || !$this->setup->isImplicit($plug->id);
                if ($isMidi && $isSaid && null !== $use && $use->way->sends() && !\in_array($plug->id, $passedTo, true)) {
                    $at[] = $plug->id;
                }
            }
        }
        $sockets = [];
        foreach ($this->sockets($box, array_values(array_unique($at)), true) as $socket) {
            $sockets[$socket->key] = $socket;
        }

        return array_values($sockets);
    }

    private function lay(ResolvedLead $joint, End $from, End $to): void
    {
        if (false === $from->way()?->sends() || false === $to->way()?->receives()) {
            return;
        }
        $carried = $from->use->carries ?? $to->use->carries ?? null;
        if (null !== $carried && !\in_array($carried, [Carries::Midi, Carries::Pulse, Carries::Usb, Carries::Network], true)) {
            return;
        }
        $unknown = null === $from->use ? "what {$from->name()} is" : (null === $to->use ? "what {$to->name()} is" : null);
        $sources = $from->sockets(true);
        $targets = $to->sockets(false);
        foreach ($sources as $index => $source) {
            foreach (1 === \count($sources) || 1 === \count($targets) ? $targets : array_filter([$targets[$index] ?? null]) as $target) {
                $this->hops[$source->key][] = new Hop($source, $target, $joint->lead, null, null, [], $unknown);
            }
        }
    }

    private function route(Device $box, Route $route): void
    {
        $isOn = null === $route->setting ? true : $box->isOn($route->setting);
        $off = false === $isOn ? $route->setting : null;
        $unknown = null === $isOn ? "the setting {$route->setting} of {$box->name}" : null;
        foreach ($this->sockets($box, $route->from, false) as $from) {
            foreach ($this->sockets($box, $route->to, true) as $to) {
                $this->hops[$from->key][] = new Hop($from, $to, null, $route->id, $route->kind, $route->blocks ?? [], $unknown, $off);
            }
        }
    }
}
