<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Midi\SerialWire;
use ZigzagPost\Core\Midi\Tempo;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Fit\Load;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Graph;
use ZigzagPost\Core\Rig\Setup\Socket;
use ZigzagPost\Core\World\DeviceSender;

/** What a unit sends all the time of its own: controls that stream, its clock, and what it sends by itself. */
final readonly class UnitStreams
{
    /** @param float|null $songTempo the highest tempo of the songs, which its clock may run at */
    public function __construct(private Device $box, private Graph $graph, private ?float $songTempo)
    {
    }

    /**
     * @param bool $asSent with status bytes left out where the unit does so; whole where a box in between has sent it on
     *
     * @return array<string, Load> by where it leaves: "plug" or "plug/stream"
     */
    public function loads(bool $asSent): array
    {
        $fixed = [];
        $streams = [];
        $unknown = [];
        foreach ($this->moves() as $control) {
            [$what, $kind, $messages, $perSecond] = [$control->name, $control->kind, $control->messages, $control->perSecond];
            foreach ($this->sockets($kind) as $socket) {
                $isRunning = $asSent && true === $this->box->sendsOf($kind)?->runningStatus;
                $isAlone = $isRunning && 1 === \count($this->statuses($socket));
                $bytes =
                    array_sum(
                        array_map(
                            static fn (string $each): int => $isRunning ? SerialWire::bytesOfStream($each, $isAlone) : \strlen($each),
                            $messages,
                        ),
                    ) / max(1, \count($messages));
                $streams[$socket->at][] = ['what' => $what, 'bytes' => (float) $bytes, 'rate' => $perSecond];
            }
        }
        foreach ($this->bytes() as $steady) {
            [$what, $at, $bytes] = [$steady->what, $steady->at, $steady->perSecond];
            foreach ($this->graph->sockets($this->box, $at, true) as $socket) {
                $fixed[$socket->at] = ($fixed[$socket->at] ?? 0.0) + ($bytes ?? 0.0);
                $unknown[$socket->at] =
                    null === $bytes ? [...$unknown[$socket->at] ?? [], "{$this->box->name} {$what}"] : $unknown[$socket->at] ?? [];
            }
        }
        $loads = [];
        foreach (array_keys($fixed + $streams) as $at) {
            $loads[$at] = new Load($fixed[$at] ?? 0.0, $streams[$at] ?? [], $unknown[$at] ?? []);
        }

        return $loads;
    }

    /** @return list<StreamingControl> */
    public function moves(): array
    {
        $moves = [];
        $sender = new DeviceSender($this->box);
        foreach ($this->box->chart->surface->controls ?? [] as $control) {
            $perSecond = $control->perSecond ?? 0.0;
            foreach ($perSecond > 0 ? $sender->sweep($control) : [] as $swept) {
                $moves[] = new StreamingControl("{$this->box->name} \"{$control->name}\"", $swept->kind, $swept->messages, $perSecond);
            }
        }

        return $moves;
    }

    /** @return array<int|string, true> the status bytes of all that streams out at a socket */
    private function statuses(Socket $at): array
    {
        $statuses = [];
        foreach ($this->moves() as $control) {
            foreach ($this->isAt($this->sockets($control->kind), $at) ? $control->messages : [] as $message) {
                preg_match_all('/[\x80-\xEF]/', $message, $found);
                $statuses += array_fill_keys($found[0], true);
            }
        }
        foreach ($this->box->chart->automatic ?? [] as $automatic) {
            $isShort = true === $automatic->kind->midi()?->hasChannel() && $this->isOn($automatic->setting);
            $statuses +=
                $isShort && $this->isAt($this->graph->sockets($this->box, $automatic->at, true), $at) ? [$automatic->kind->value => true] : [];
        }

        return $statuses;
    }

    /** @param list<Socket> $sockets */
    private function isAt(array $sockets, Socket $at): bool
    {
        return [] !== array_filter($sockets, static fn (Socket $socket): bool => $socket->key === $at->key);
    }

    /** @return list<Socket> where a kind of message leaves */
    public function sockets(KindName $kind): array
    {
        return null === $this->box->chart->sends
            ? $this->graph->sources($this->box)
            : $this->graph->sockets($this->box, $this->box->sendsOf($kind)->at ?? [], true);
    }

    /** How often its clock comes in a second; null where it sends none, 0 where that is unknown. */
    public function clocksPerSecond(): ?float
    {
        foreach ($this->box->chart->automatic ?? [] as $automatic) {
            if (KindName::Clock === $automatic->kind && null !== $automatic->perSecond && $this->isOn($automatic->setting)) {
                return $automatic->perSecond;
            }
        }
        $clock = $this->box->chart->clock;
        if (true !== $this->box->isOn($clock?->sends)) {
            return null;
        }

        return (($this->songTempo ?? ($clock->bpm->high ?? 0)) * Tempo::CLOCKS_A_BEAT) / 60;
    }

    /** @return list<Socket> where its clock leaves */
    public function clockSockets(): array
    {
        foreach ($this->box->chart->automatic ?? [] as $automatic) {
            if (KindName::Clock === $automatic->kind && $this->isOn($automatic->setting)) {
                return $this->graph->sockets($this->box, $automatic->at, true);
            }
        }

        return $this->sockets(KindName::Clock);
    }

    /** @return list<SteadyBytes> */
    private function bytes(): array
    {
        $all = [];
        $clocks = $this->clocksPerSecond();
        if (null !== $clocks) {
            $at = array_map(static fn (Socket $socket): string => $socket->at, $this->clockSockets());
            $all[] = new SteadyBytes('clock', $at, 0.0 === $clocks ? null : $clocks);
        }
        foreach ($this->box->chart->automatic ?? [] as $automatic) {
            if (null === $automatic->perSecond || !$this->isOn($automatic->setting)) {
                continue; // what comes now and then is no stream
            }
            if (KindName::Clock === $automatic->kind && true === $this->box->isOn($this->box->chart->clock?->sends)) {
                continue; // that is its clock
            }
            $bytes = self::bytesOf($automatic->kind);
            $all[] = new SteadyBytes($automatic->what, $automatic->at, null === $bytes ? null : $bytes * $automatic->perSecond);
        }

        return $all;
    }

    private function isOn(?string $setting): bool
    {
        return null === $setting || false !== $this->box->isOn($setting);
    }

    /** How long a message of a kind is; null where that differs from message to message. */
    private static function bytesOf(KindName $kind): ?int
    {
        return match ($kind) {
            KindName::Sysex => null,
            KindName::Pulse => 0,
            KindName::Program, KindName::Pressure, KindName::Song, KindName::TimeCode => 2,
            KindName::Note, KindName::PolyPressure, KindName::Cc, KindName::Mode, KindName::Bend, KindName::Position => 3,
            KindName::Cc14 => 6,
            KindName::Nrpn, KindName::Rpn => 12,
            default => 1,
        };
    }
}
