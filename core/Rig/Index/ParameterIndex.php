<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Chart\Reach;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Title;
use ZigzagPost\Core\Rulebook\Code\Target;
use ZigzagPost\Core\Rulebook\Code\TargetValue;

/** Every parameter of a rig with the message that moves it, or why rules cannot move it. */
final class ParameterIndex
{
    /** @var array<string, Answer<Target>> */
    private array $known = [];

    public function __construct(private readonly Reaching $reaching)
    {
    }

    /** @return Answer<Target> */
    public function of(Device $unit, Parameter $parameter): Answer
    {
        return $this->known["{$unit->name}\t{$parameter->name}"] ??= $this->lookUp($unit, $parameter);
    }

    /** @return Answer<Target> */
    private function lookUp(Device $unit, Parameter $parameter): Answer
    {
        $name = "\"{$parameter->name}\" of {$unit->name}";
        if (Reach::Hand === $parameter->reach) {
            return Answer::lacking(Lack::of(LackSort::Hand, "only hands can move {$name}; put it on the cue sheet"));
        }
        $message = $unit->messageTo($parameter);
        $kind = $message?->kind->midi();
        $part = $unit->partOf($parameter);
        if (null === $part) {
            return Answer::lacking(Lack::of(LackSort::Fact, "the chart does not say where {$unit->name} hears"));
        }
        if (null === $message || null === $kind) {
            return Answer::lacking(Lack::of(LackSort::Fact, "the chart does not say which message moves {$name}"));
        }
        if (\in_array($kind, [Kind::Tune, Kind::Sensing, Kind::TimeCode], true)) {
            return Answer::lacking(Lack::of(LackSort::Fact, "{$name} is moved by {$kind->value}, which rules cannot send"));
        }
        $isPlanned = \in_array($parameter->assign, [Assign::Menu, Assign::Learn], true);
        $ports = ChartMessages::lack($message, $kind, $name, $isPlanned) ?? $this->reaching->ports($unit, $part, $message->kind);
        $channel = $kind->hasChannel() ? $this->reaching->channel($unit, $part, $message) : null;
        if ($ports instanceof Lack || $channel instanceof Lack) {
            return Answer::lacking($ports instanceof Lack ? $ports : $channel);
        }
        $named = [];
        foreach ($parameter->named ?? [] as $value) {
            $named[Title::key($value->name)] = new TargetValue($value->from, $value->to, $value->send);
        }

        return Answer::known(
            new Target(
                $unit->name,
                $parameter->name,
                $ports[0],
                $kind,
                $message->number,
                $channel,
                $parameter->raw->low,
                $parameter->raw->high,
                $parameter->centre,
                $named,
                $message->sysex,
                1000 * ($part->deafMs->program ?? 0),
                true === $parameter->stored,
            ),
            $ports,
        );
    }
}
