<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Analysis\NamedUnit;
use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Check\Finding;
use ZigzagPost\Core\Finding\Fact\NobodyDrewPower;
use ZigzagPost\Core\Finding\Fact\PlugIsTakenTwice;
use ZigzagPost\Core\Finding\Fact\PortHasNoLead;
use ZigzagPost\Core\Finding\Fact\UnitHasNoLead;
use ZigzagPost\Core\Finding\Fact\UnitHasNoPower;
use ZigzagPost\Core\Finding\RigFinding;
use ZigzagPost\Core\Rig\Chart\Carries;
use ZigzagPost\Core\Rig\Chart\Plug;
use ZigzagPost\Core\Rig\Chart\PlugUse;
use ZigzagPost\Core\Rig\Chart\PowerWay;
use ZigzagPost\Core\Rig\Chart\Way;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\End;
use ZigzagPost\Core\Rulebook\Rulebook;

/** Units without a lead or without power, ports into which nothing is plugged, and plugs with two leads; said only where leads are laid at all. */
final class LeadsThatAreMissing implements RigCheck
{
    private const MESSAGES = [Carries::Midi, Carries::Usb, Carries::Network, Carries::Pulse];

    public function findings(RigAnalysis $analysis): iterable
    {
        $plugged = $this->plugged($analysis);
        if ([] === $plugged) {
            return;
        }
        yield from $this->twice($plugged);
        yield from $this->withoutPower($analysis, $plugged);
        $isTold = [] !== array_filter($analysis->checked()->findings, static fn (Finding $finding): bool => 'no-way' === $finding->code);
        $units = array_values(array_filter($analysis->setup->boxes, fn (Device $box): bool => !$box->isPost() && $this->hasNone($box, $plugged)));
        $free = $isTold ? [] : $this->free($analysis->checked()->written, $plugged);
        $isNamed = NamedUnit::units($analysis->checked()->written);
        foreach ($units as $box) {
            if (!isset($isNamed[$box->name])) {
                // of others it is said that rules name them
                yield new RigFinding(new UnitHasNoLead($box->name, $free));
            }
        }
        foreach ([] === $units ? $free : [] as $port) {
            yield new RigFinding(new PortHasNoLead($port));
        }
    }

    /** @return array<string, array<string, TakenPlug>> by unit, and by plug with its way where it has two */
    private function plugged(RigAnalysis $analysis): array
    {
        $plugged = [];
        foreach ($analysis->setup->joints as $joint) {
            foreach ([$joint->a, $joint->b] as $end) {
                if (null !== $end) {
                    $place = $this->place($end);
                    $plugged[$end->box->name][$place] = ($plugged[$end->box->name][$place] ?? new TakenPlug($end->plug, []))->and($joint->lead->id);
                }
            }
        }

        return $plugged;
    }

    private function place(End $end): string
    {
        return $end->box->isPost()
            ? $end->plug->id.(Way::Out === $end->way() ? ' out' : ' in')
            : $end->plug->id.(null === $end->stream ? '' : "/{$end->stream->id}");
    }

    /**
     * @param array<string, array<string, TakenPlug>> $plugged
     *
     * @return iterable<RigFinding>
     */
    private function twice(array $plugged): iterable
    {
        foreach ($plugged as $unit => $plugs) {
            foreach ($plugs as $place => $taken) {
                if (\count($taken->leads) > 1 && (LeadEnd::POST === $unit || self::carriesMessages($taken->plug))) {
                    // supplies and sound are dealt out by cables as well
                    yield new RigFinding(new PlugIsTakenTwice((string) $unit, (string) $place, $taken->leads));
                }
            }
        }
    }

    /**
     * @param array<string, array<string, TakenPlug>> $plugged
     *
     * @return iterable<RigFinding>
     */
    private function withoutPower(RigAnalysis $analysis, array $plugged): iterable
    {
        $needs = static fn (Device $box): array => array_values(
            array_filter($box->chart->plugs, static fn (Plug $plug): bool => PowerWay::Needs === $plug->power?->way),
        );
        $isFed = static fn (Device $box): bool => [] !==
            array_filter(
                $box->chart->plugs,
                static fn (Plug $plug): bool => PowerWay::Needs === $plug->power?->way && isset($plugged[$box->name][$plug->id]),
            );
        $needing = array_filter($analysis->setup->boxes, static fn (Device $box): bool => [] !== $needs($box) && null === $box->unit->battery);
        $unfed = array_filter($needing, static fn (Device $box): bool => !$isFed($box));
        if ([] === array_filter($analysis->setup->boxes, $isFed)) {
            return; // nobody draws what feeds units in this rig
        }
        $names = array_map(static fn (Device $box): string => $box->name, array_values($unfed));
        if ([] !== $names && 2 * \count($names) > \count($needing)) {
            yield new RigFinding(new NobodyDrewPower($names));

            return;
        }
        foreach ($unfed as $box) {
            yield new RigFinding(new UnitHasNoPower($box->name, $needs($box)[0]->id, $needs($box)[0]->label));
        }
    }

    private static function carriesMessages(Plug $plug): bool
    {
        return [] !== array_filter($plug->uses, static fn (PlugUse $use): bool => \in_array($use->carries, self::MESSAGES, true));
    }

    /** @param array<string, array<string, TakenPlug>> $plugged */
    private function hasNone(Device $box, array $plugged): bool
    {
        $carries = array_filter($box->chart->plugs, self::carriesMessages(...));
        $taken = array_map(static fn (TakenPlug $taken): string => $taken->plug->id, $plugged[$box->name] ?? []);

        return [] !== $carries && [] === array_filter($carries, static fn (Plug $plug): bool => \in_array($plug->id, $taken, true));
    }

    /**
     * @param array<string, array<string, TakenPlug>> $plugged
     *
     * @return list<string> ports without a lead, with the way where they have two
     */
    private function free(Rulebook $book, array $plugged): array
    {
        $free = [];
        foreach ($book->ports as $name => $port) {
            foreach (['in' => $port->isIn, 'out' => $port->isOut] as $way => $has) {
                if ($has && !$port->isImplicit && !isset($plugged[LeadEnd::POST]["{$name} {$way}"])) {
                    $free[] = $port->isIn && $port->isOut ? "{$name} {$way}" : (string) $name;
                }
            }
        }

        return $free;
    }
}
