<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Analysis\RigAnalysis;
use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Travel;
use ZigzagPost\Core\Rig\Document\LeadEnd;
use ZigzagPost\Core\Rig\Index\ChartMessages;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Hop;

/** What a control moves over leads and hubs alone, without any rule. */
final readonly class PastThePost
{
    public function __construct(private RigAnalysis $analysis, private Hearing $hearing, private Certainty $certainty)
    {
    }

    /** @return list<Arrival> */
    public function from(Device $box, Control $control): array
    {
        $arrivals = [];
        foreach (ChartMessages::of($box, $control) as $message) {
            $kind = $message->kind->midi();
            if (null === $kind) {
                continue;
            }
            $sends = $box->sendsOf($message->kind);
            $sockets = null === $box->chart->sends ? $this->analysis->graph->sources($box) : $this->analysis->graph->sockets($box, $sends->at ?? [], true);
            foreach ($sockets as $socket) {
                foreach ($this->analysis->graph->waysFrom($socket)->ways as $way) {
                    $channel = $kind->hasChannel() ? $box->channel($message->channel ?? $sends?->channel) : null;
                    foreach ($this->moved($box, $control, $message, $kind, \is_int($channel) ? $channel : null, $way) as $arrival) {
                        $arrivals[$arrival->at->key()] = $this->better($arrivals[$arrival->at->key()] ?? null, $arrival);
                    }
                }
            }
        }

        return array_values($arrivals);
    }

    /**
     * @param non-empty-list<Hop> $way
     *
     * @return iterable<Arrival>
     */
    private function moved(Device $box, Control $control, Message $message, Kind $kind, ?int $channel, array $way): iterable
    {
        $path = Path::over($box->name, $way)->stoppingAt($this->hearing->stop($way));
        $emission = new Emission('', $kind, $channel, $message->number);
        foreach ($this->analysis->graph->partsAt($way[\count($way) - 1]->to) as $hearing) {
            [$device, $part] = [$hearing->unit, $hearing->part];
            if ($device->isPost() || LeadEnd::POST === $device->name || $device === $box) {
                continue;
            }
            $reason = $this->hearing->reason($way, $device, $part, $emission, $kind);
            $missing = Hearing::missing($way) ?? $this->hearing->missingSwitch($device, $part, $kind);
            foreach ($device->chart->parameters ?? [] as $parameter) {
                $moves = $device->messageTo($parameter);
                if ($moves?->kind !== $message->kind || $moves->number !== $message->number || $device->partOf($parameter) !== $part) {
                    continue;
                }
                $travel = $message->values ?? Travel::of($kind);
                $fits = $travel->low() >= $parameter->raw->low && $travel->high() <= $parameter->raw->high && $travel->first !== $travel->last;
                $isSure = null !== $channel && null === $moves->channel && $fits && $this->certainty->isAbsolute($device->name, $parameter->name);
                yield $this->arrival($box, $control, Destination::parameter($device->name, $parameter->name), $reason, $missing, $isSure, $path);
            }
            if (Kind::Note === $kind) {
                yield $this->arrival($box, $control, Destination::note($device->name), $reason, $missing, false, $path);
            } elseif (Kind::Program === $kind && null !== $device->chart->programs) {
                yield $this->arrival($box, $control, Destination::program($device->name), $reason, $missing, false, $path);
            }
        }
    }

    private function arrival(Device $box, Control $control, Destination $at, ?string $reason, ?string $missing, bool $isSure, Path $path): Arrival
    {
        [$answer, $why] = match (true) {
            null !== $reason => [Arrival::NEVER, $reason],
            null !== $missing => [Arrival::UNKNOWN, "{$missing} is not known; ask the box"],
            $isSure => [Arrival::ALWAYS, 'it goes there past all rules, and nothing stands in the way'],
            default => [Arrival::NOT_DECIDED, 'it goes there past all rules; whether every move of it changes something is not decided'],
        };

        return Arrival::of($box, $control, $at, $answer, $why, $path);
    }

    /** Of two ways to one target the one on which more arrives. */
    private function better(?Arrival $one, Arrival $other): Arrival
    {
        $order = [Arrival::ALWAYS, Arrival::NOT_DECIDED, Arrival::UNKNOWN, Arrival::NEVER];

        return null !== $one && array_search($one->answer, $order, true) <= array_search($other->answer, $order, true) ? $one : $other;
    }
}
