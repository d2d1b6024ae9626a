<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Finding\Fact\ZonesDiffer;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\ZoneSide;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Post;
use ZigzagPost\Core\Rig\Setup\Socket;

/** Zones of MPE that have other members, another side or another bend range at who sends than at who hears. */
final class ZonesThatDiffer implements RigCheck
{
    public function findings(RigAnalysis $analysis): iterable
    {
        foreach ($analysis->setup->boxes as $box) {
            foreach ($box->isPost() ? [] : $box->chart->sends ?? [] as $sends) {
                if (null === $sends->zone) {
                    continue;
                }
                $zone = new PlayedZone(ZoneSide::Upper === $sends->zone->side, $box->members($sends), $sends->zone->bend);
                foreach ($analysis->graph->sockets($box, $sends->at, true) as $socket) {
                    yield from $this->from($analysis, $socket, $zone, $box->name);
                }
            }
        }
        foreach ($analysis->graph->sources($analysis->setup->post()) as $socket) {
            $port = Post::port($socket->at)->port;
            $zone = ($analysis->setup->book->ports[$port] ?? null)?->zone;
            if (null !== $zone) {
                yield from $this->from($analysis, $socket, new PlayedZone($zone->upper, $zone->members, $zone->memberBend), "port {$port}");
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function from(RigAnalysis $analysis, Socket $socket, PlayedZone $sent, string $from): iterable
    {
        foreach ($analysis->graph->reachedFrom($socket) as $way) {
            $end = $way[\count($way) - 1]->to;
            $declared = LeadEnd::POST === $end->unit ? ($analysis->setup->book->ports[Post::port($end->at)->port] ?? null)?->zone : null;
            if (null !== $declared) {
                yield from $this->compare($sent, new PlayedZone($declared->upper, $declared->members, $declared->memberBend), $from, LeadEnd::POST);
            }
            foreach ($analysis->graph->partsAt($end) as $hearing) {
                $zone = $hearing->part->zone;
                if (null !== $zone && $hearing->unit->name !== $from) {
                    $heard = new PlayedZone(ZoneSide::Upper === $zone->side, $hearing->unit->members($hearing->part), $zone->bend);
                    yield from $this->compare($sent, $heard, $from, $hearing->unit->name);
                }
            }
        }
    }

    /** @return iterable<RigFinding> */
    private function compare(PlayedZone $sent, PlayedZone $heard, string $from, string $unit): iterable
    {
        if ($sent->isUpper !== $heard->isUpper) {
            yield new RigFinding(new ZonesDiffer($unit, $from, "a zone {$sent->side()}", "one {$heard->side()}", 'nothing of it is heard as a zone'));

            return;
        }
        if (null !== $sent->members && null !== $heard->members && $sent->members !== $heard->members) {
            $then =
                $sent->members > $heard->members
                    ? 'notes on the other '.($sent->members - $heard->members).' are not heard'
                    : 'fewer notes sound at once than could';
            yield new RigFinding(new ZonesDiffer($unit, $from, "a zone of {$sent->members} members", "one of {$heard->members}", $then));
        }
        if (null !== $sent->bendSemitones && null !== $heard->bendSemitones && $sent->bendSemitones !== $heard->bendSemitones) {
            $then = 'a bend of one semitone becomes '.round($heard->bendSemitones / max(1, $sent->bendSemitones), 2).' of one';
            yield new RigFinding(
                new ZonesDiffer($unit, $from, "bends over {$sent->bendSemitones} semitones", "a range of {$heard->bendSemitones}", $then),
            );
        }
    }
}
