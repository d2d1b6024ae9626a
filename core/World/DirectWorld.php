<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\HearingPart;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\Rig\Wire\Verdict;
use ZigzagPost\Core\Rig\Wire\Walk;

/** What units do to each other without the post: messages go over leads that work, and through boxes that pass them on, as everything is set. */
final class DirectWorld
{
    /** One tick of a clock. */
    public const TICK = "\xF8";

    /** @var array<string, SimulatedDevice> by unit */
    private array $devices = [];
    private readonly Graph $graph;
    /** @var array<string, true> leads over which nothing goes */
    private array $dead = [];

    /** @param list<string> $broken ids of leads over which nothing goes, and what {@see Hop::name()} says of boxes that pass nothing on */
    public function __construct(Setup $setup, private readonly array $broken = [])
    {
        $this->graph = new Graph($setup);
        foreach ($setup->joints as $joint) {
            if (\in_array(Walk::verdict($joint), [Verdict::Dead, Verdict::MayDamage], true)) {
                $this->dead[$joint->lead->id] = true;
            }
        }
        foreach ($setup->boxes as $box) {
            if (!$box->isPost()) {
                $this->devices[$box->name] = new SimulatedDevice($box);
            }
        }
    }

    /**
     * @param list<string> $messages what a unit sends
     *
     * @return list<Heard> what comes of it at the others
     */
    public function play(int $timeUs, Device $from, array $messages): array
    {
        $heard = [];
        foreach ($messages as $bytes) {
            foreach ($this->sources($from, $bytes) as $socket) {
                foreach ($this->graph->waysFrom($socket)->ways as $way) {
                    if (!$this->isOpen($way) || !Hop::passes($way, $bytes)) {
                        continue;
                    }
                    foreach ($this->graph->partsAt($way[\count($way) - 1]->to) as $hearing) {
                        if ($hearing->unit->name !== $from->name && LeadEnd::POST !== $hearing->unit->name) {
                            $device = $this->devices[$hearing->unit->name];
                            array_push($heard, ...self::follows($hearing, $bytes) ?? $device->hear($timeUs, $hearing->part, $bytes));
                        }
                    }
                }
            }
        }

        return $heard;
    }

    /** @return list<Heard>|null whether a unit follows a clock; null for what is no tick of one */
    private static function follows(HearingPart $hearing, string $bytes): ?array
    {
        if (self::TICK !== $bytes) {
            return null;
        }
        $obeys = $hearing->unit->isOn($hearing->unit->chart->clock->obeys ?? null);

        return true === $obeys && false !== $hearing->unit->hears($hearing->part, KindName::Clock)
            ? [new Heard($hearing->unit->name, Heard::CLOCK, 'follows', 0, true)]
            : [];
    }

    /** @return list<Socket> where a message of a kind leaves a unit */
    private function sources(Device $from, string $bytes): array
    {
        $kind = KindName::ofMessage($bytes);
        if (null === $kind) {
            return [];
        }
        $clock = $from->chart->clock->sends ?? null;
        if (KindName::Clock === $kind && null !== $clock && true !== $from->isOn($clock)) {
            return [];
        }
        $sockets = [];
        foreach ($from->chart->sends ?? [] as $sends) {
            $said = $sends->kinds[$kind->value] ?? (KindName::Clock === $kind && null !== $clock);
            if (null === $sends->kinds || false !== $from->isOn($said)) {
                foreach ($this->graph->sockets($from, $sends->at, true) as $socket) {
                    $sockets[$socket->key] = $socket;
                }
            }
        }

        return array_values($sockets);
    }

    /** @param list<Hop> $way */
    private function isOpen(array $way): bool
    {
        foreach ($way as $hop) {
            $isDead = null !== $hop->lead && isset($this->dead[$hop->lead->id]);
            if (null !== $hop->off || $isDead || \in_array($hop->name(), $this->broken, true)) {
                return false;
            }
        }

        return true;
    }
}
