<?php

declare(strict_types=1);

namespace ZigzagPost\Core\StandIn;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Chart;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Document\Assigned;
use ZigzagPost\Core\Rig\Document\ChartAt;
use ZigzagPost\Core\Rig\Document\Chosen;
use ZigzagPost\Core\Rig\Document\SettingState;
use ZigzagPost\Core\Rig\Document\Unit;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Rulebook;
use ZigzagPost\Core\World\StandIn;
use ZigzagPost\Core\World\StandInUnit;

/**
 * Stands shipped charts in at ports: those that somebody chose, else those that fit what the rules take there and send there. Controls whose
 * controllers can be chosen send those that the rules ask for, where they ask for none of the chart's own.
 */
final readonly class StandIns
{
    /** The setting of a shipped chart that chooses its channel. */
    private const CHANNEL = 'channel';

    /** @param array<string, Chart> $charts by name */
    public function __construct(private array $charts)
    {
    }

    /**
     * A unit for each port.
     *
     * @param array<string, StandIn> $chosen by port, with " out" behind it for what hears there
     *
     * @return list<StandInUnit>
     */
    public function units(Rulebook $book, array $chosen = []): array
    {
        $units = [];
        foreach ($book->ports as $port) {
            $name = $port->name->text;
            if ($port->isIn) {
                $use = PortUses::in($book, $name);
                $units[] = $this->unit($name, true, $chosen[$name] ?? $this->proposedSender(null !== $port->zone, $use), $use);
            }
            if ($port->isOut) {
                $use = PortUses::out($book, $name);
                $units[] = $this->unit($name, false, $chosen["{$name} out"] ?? new StandIn($this->proposedReceiver($port->pulse, $use)), $use);
            }
        }

        return array_values(array_filter($units));
    }

    private function proposedSender(bool $hasZone, PortUse $use): StandIn
    {
        $hasNotes = $use->has(Kind::Note);
        $areInTray = [] !== $use->keys && [] === array_diff($use->keys, range(36, 51));
        $chart = match (true) {
            $hasZone => 'fingers',
            $use->has(Kind::Clock, Kind::Start, Kind::Stop) => 'sequencer',
            $hasNotes && $areInTray => 'pads',
            $hasNotes => 'keys',
            [] !== $use->pressed => 'switches',
            $use->isThinned => 'sensor',
            $use->has(Kind::Cc) => 'faders',
            default => 'keys',
        };

        return new StandIn($chart, $hasZone ? null : $use->channel);
    }

    private function proposedReceiver(bool $isPulse, PortUse $use): string
    {
        return match (true) {
            $isPulse => 'pulses',
            $use->has(Kind::Note) => 'synth',
            $use->has(Kind::Nrpn) => 'sampler',
            $use->has(Kind::Clock) => 'echo',
            $use->has(Kind::Program) => 'effect',
            default => 'synth',
        };
    }

    private function unit(string $port, bool $isIn, StandIn $standIn, PortUse $use): ?StandInUnit
    {
        $chart = $this->charts[$standIn->chart] ?? null;
        if (null === $chart) {
            return null;
        }
        $channel = $chart->setting(self::CHANNEL)?->allows($isIn ? (int) $standIn->channel : (string) $standIn->channel) ? $standIn->channel : null;
        $settings = null === $channel ? [] : [self::CHANNEL => new Chosen($isIn ? $channel : (string) $channel, SettingState::Planned)];
        $unit = new Unit($port, new ChartAt($standIn->chart, 1), settings: $settings, assigned: $isIn ? self::assigned($chart, $use) : []);

        return new StandInUnit($port, $isIn, new StandIn($standIn->chart, $channel), new Device($unit, $chart));
    }

    /** @return array<string, Assigned> by control */
    private static function assigned(Chart $chart, PortUse $use): array
    {
        $controls = array_filter(
            $chart->surface->controls ?? [],
            static fn (Control $control): bool => null !== $control->assign && KindName::Cc === $control->message()?->kind,
        );
        $own = array_map(static fn (Control $control): ?int => $control->message()?->number, $controls);
        if ([] !== array_intersect($own, [...$use->pressed, ...$use->moved])) {
            return [];
        }
        [$pressed, $moved, $numbers] = [$use->pressed, $use->moved, []];
        foreach ($controls as $control) {
            $numbers[$control->name] = $control->sort->isTwoState() ? array_shift($pressed) : array_shift($moved);
        }
        $left = [...$pressed, ...$moved];
        $assigned = [];
        foreach ($controls as $control) {
            $number = $numbers[$control->name] ?? array_shift($left);
            if (null !== $number) {
                $assigned[$control->name] = new Assigned(
                    new Message(KindName::Cc, $number, values: $control->message()?->values),
                    SettingState::Planned,
                );
            }
        }

        return $assigned;
    }
}
