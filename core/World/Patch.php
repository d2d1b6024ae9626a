<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Document\ControlName;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Document\Song;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/**
 * Which units play into the ports of a rulebook and which hear what leaves there: those of a rig, over leads that work and thrus and hubs that
 * are on, and what stands in where none is led.
 */
final readonly class Patch
{
    /** To be raised when its fields change: it is kept between requests. */
    public const VERSION = 3;

    /**
     * @param array<string, Device> $boxes by unit
     * @param array<string, list<HearingUnit>> $at by out port
     * @param array<string, list<SendingPlug>> $from by unit that sends
     * @param array<string, string> $stopped why nothing of a unit that sends comes in, by unit
     * @param array<string, true> $led in ports that some unit is led to, whether or not anything comes in
     * @param ControlName|null $mark the control that says that something was wrong
     * @param list<Song> $songs those of the loaded set list, in its order
     * @param array<string, SeatedStandIn> $standIns by unit: those that are of no rig
     */
    public function __construct(
        public array $boxes,
        public array $at,
        public array $from,
        public array $stopped,
        public array $led,
        public ?ControlName $mark,
        public array $songs = [],
        public array $standIns = [],
    ) {
    }

    /**
     * What stands in at the ports of rules that have no rig.
     *
     * @param list<StandInUnit> $units
     */
    public static function standing(array $units): self
    {
        return (new self([], [], [], [], [], null))->with($units);
    }

    /**
     * With units that play into in ports to which none of the rig is led.
     *
     * @param list<StandInUnit> $units
     */
    public function playedBy(array $units): self
    {
        return $this->with(
            array_values(
                array_filter($units, fn (StandInUnit $unit): bool => $unit->isIn && !isset($this->led[$unit->port])),
            ),
        );
    }

    /** @param list<StandInUnit> $units */
    private function with(array $units): self
    {
        [$boxes, $at, $from, $standIns] = [$this->boxes, $this->at, $this->from, $this->standIns];
        foreach ($units as $unit) {
            $name = isset($boxes[$unit->port]) ? $unit->port.($unit->isIn ? ' in' : ' out') : $unit->port;
            $boxes[$name] = $unit->device;
            $standIns[$name] = new SeatedStandIn($unit->port, $unit->standIn);
            if ($unit->isIn) {
                $from[$name] = array_map(
                    static fn (Plug $plug): SendingPlug => new SendingPlug($plug->id, $unit->port, []),
                    \array_slice($unit->device->chart->plugs, 0, 1),
                );
            }
            foreach ($unit->isIn ? [] : $unit->device->chart->hears ?? [] as $part) {
                $at[$unit->port][] = new HearingUnit($name, $part->id, []);
            }
        }

        return new self($boxes, $at, $from, $this->stopped, $this->led, $this->mark, $this->songs, $standIns);
    }

    public static function of(Setup $setup): self
    {
        $graph = new Graph($setup);
        $dead = [];
        foreach ($setup->joints as $joint) {
            if (\in_array(Walk::verdict($joint), [Verdict::Dead, Verdict::MayDamage], true)) {
                $dead[$joint->lead->id] = true;
            }
        }
        $boxes = $at = $from = $stopped = $led = [];
        foreach ($setup->book->ports ?? [] as $port => $declared) {
            foreach ($declared->isOut ? $graph->reachedFrom(new Socket(LeadEnd::POST, (string) $port, true)) : [] as $way) {
                foreach (null === self::obstacle($way, $dead) ? $graph->partsAt($way[\count($way) - 1]->to) : [] as $hearing) {
                    [$box, $part] = [$hearing->unit, $hearing->part];
                    $boxes[$box->name] = $box;
                    $at[$port][] = new HearingUnit($box->name, $part->id, $way);
                }
            }
        }
        foreach ($setup->boxes as $box) {
            $plugs = array_map(static fn ($plug): string => $plug->id, $box->chart->plugs);
            foreach ($box->isPost() || !self::canBePlayed($box) ? [] : $graph->sockets($box, $plugs, true) as $socket) {
                foreach ($graph->reachedFrom($socket) as $way) {
                    $end = $way[\count($way) - 1]->to;
                    if (LeadEnd::POST !== $end->unit || $end->isOut || null === ($setup->book->ports[Post::port($end->at)->port] ?? null)) {
                        continue;
                    }
                    $boxes[$box->name] = $box;
                    $led[Post::port($end->at)->port] = true;
                    $obstacle = self::obstacle($way, $dead);
                    $from[$box->name] ??= [];
                    if (null === $obstacle) {
                        $from[$box->name][] = new SendingPlug($socket->at, Post::port($end->at)->port, $way);
                    } else {
                        $stopped[$box->name] = $obstacle;
                    }
                }
            }
        }

        return new self(
            $boxes,
            $at,
            $from,
            array_diff_key($stopped, array_filter($from)),
            $led,
            $setup->rig->show?->mark,
            $setup->rig->show?->order() ?? [],
        );
    }

    /**
     * @return list<array{id: string, ports: list<string>, title: string, standIn: array{port: string, chart: string, channel: int|null}|null,
     *     stopped: string|null, face: string, channel: int,
     *     controls: list<array{control: string, label: string, moves: string|null, ends: string|null}>}> units that can be played
     */
    public function senders(): array
    {
        $senders = [];
        foreach ($this->from as $unit => $ways) {
            $ports = array_values(array_unique(array_column($ways, 'port')));
            $senders[] = SenderView::of((string) $unit, $ports, $this->boxes[$unit], $this->standIn((string) $unit), $this->stopped[$unit] ?? null);
        }

        return $senders;
    }

    /**
     * The song that is played when a scene comes: the one that is played already if it has it, else the nearest one after it, else the first
     * one that has it.
     */
    public function songOf(string $scene, int $place): int
    {
        $having = array_keys(array_filter($this->songs, static fn (Song $song): bool => \in_array($scene, $song->scenes, true)));
        $after = array_filter($having, static fn (int $each): bool => $each >= $place);

        return [] === $having ? $place : ([] === $after ? min($having) : min($after));
    }

    /** Whether a control is the one that says that something was wrong. */
    public function isMark(string $unit, string $control): bool
    {
        return null !== $this->mark && [$this->mark->unit, $this->mark->control] === [$unit, $control];
    }

    /** What stands in under this name; null for a unit of the rig. */
    public function standIn(string $unit): ?SeatedStandIn
    {
        return $this->standIns[$unit] ?? null;
    }

    private static function canBePlayed(Device $box): bool
    {
        return null !== $box->chart->surface || null !== $box->chart->keys || true === $box->isOn($box->chart->clock->sends ?? null);
    }

    /**
     * @param list<Hop> $way
     * @param array<string, true> $dead leads that do not work
     */
    private static function obstacle(array $way, array $dead): ?string
    {
        foreach ($way as $hop) {
            if (null !== $hop->off) {
                return "{$hop->off} of {$hop->from->unit} is off";
            }
            if (null !== $hop->lead && isset($dead[$hop->lead->id])) {
                return "the lead {$hop->lead->id} does not work";
            }
        }

        return null;
    }
}
