<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rulebook\Code\LampMessage;

/** The lamps of every unit with the messages that light them, or why rules cannot light them. */
final readonly class LampIndex
{
    private const KINDS = [Kind::Cc, Kind::Note, Kind::Program, Kind::Cc14, Kind::Nrpn, Kind::PolyPressure];

    public function __construct(private Reaching $reaching)
    {
    }

    /** @return Answer<LampMessage> */
    public function of(Device $unit, Control $control): Answer
    {
        $lamp = $control->lamp;
        if (null === $lamp) {
            return Answer::lacking(Lack::of(LackSort::Control, "the chart gives \"{$control->name}\" of {$unit->name} no lamp"));
        }
        $message = $lamp->message;
        $kind = $message->kind->midi();
        if (null === $kind || !\in_array($kind, self::KINDS, true)) {
            return Answer::lacking(
                Lack::of(
                    LackSort::Control,
                    "the lamp of \"{$control->name}\" is lit by {$message->kind->value}, which is not known how to send",
                ),
            );
        }
        $part = $this->reaching->part($unit, $message->kind);
        $ports = $part instanceof Lack ? $part : $this->reaching->ports($unit, $part, $message->kind);
        if ($part instanceof Lack || $ports instanceof Lack) {
            return Answer::lacking($part instanceof Lack ? $part : $ports);
        }
        $colour = ($unit->unit->labels[$control->name] ?? null)?->colour;
        $on = $lamp->colours[$colour ?? ''] ?? (array_values($lamp->colours)[0] ?? 127);
        $channel = $unit->channel($message->channel ?? $part->channel);
        $channel = \is_int($channel) ? $channel : 1;

        return Answer::known(
            new LampMessage($control->name, $ports[0], $kind, $message->number ?? 0, $channel, $lamp->off, $on, $lamp->colours),
            $ports,
        );
    }

    /** @return array<string, Answer<LampMessage>> by title of the control, in the order of the chart */
    public function all(Device $unit): array
    {
        $lamps = [];
        foreach ($unit->chart->surface->controls ?? [] as $control) {
            if (null !== $control->lamp) {
                $lamps[$control->name] = $this->of($unit, $control);
            }
        }

        return $lamps;
    }
}
