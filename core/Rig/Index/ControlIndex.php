<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rulebook\Code\ControlMessage;

/** Every control of a rig with what each gesture sends into the rules, or why that is unknown. */
final class ControlIndex
{
    /** @var array<string, SentControl> */
    private array $known = [];
    /** @var list<SentControl>|null */
    private ?array $all = null;

    public function __construct(private readonly Setup $setup, private readonly PortWays $ways)
    {
    }

    /** @return list<SentControl> in the order of the units and of their charts */
    public function all(): array
    {
        if (null === $this->all) {
            $this->all = [];
            foreach ($this->setup->boxes as $unit) {
                foreach ($unit->isPost() ? [] : $unit->chart->surface->controls ?? [] as $control) {
                    $this->all[] = $this->of($unit, $control);
                }
            }
        }

        return $this->all;
    }

    /** @return list<SentControl> those that rules can take */
    public function heard(): array
    {
        return array_values(array_filter($this->all(), static fn (SentControl $each): bool => null === $each->lack));
    }

    public function of(Device $unit, Control $control): SentControl
    {
        return $this->known["{$unit->name}\t{$control->name}"] ??= $this->lookUp($unit, $control);
    }

    /**
     * What a unit tells when hands move something on it that messages move as well: the same message, sent back.
     *
     * @return list<ControlMessage>
     */
    public function told(Device $unit): array
    {
        $told = [];
        foreach ($unit->chart->parameters ?? [] as $parameter) {
            $message = $unit->messageTo($parameter);
            $kind = $message?->kind->midi();
            $sends = null === $message ? null : $unit->sendsOf($message->kind);
            if (null === $message || null === $kind || null === $sends || \in_array($kind, [Kind::Note, Kind::Program, Kind::Sysex], true)) {
                continue;
            }
            $ports = $this->ways->into($unit, $sends->at, $message->kind);
            $channel = $unit->channel($message->channel ?? $sends->channel);
            if ([] !== $ports) {
                $channel = \is_int($channel) ? $channel : null;
                $told[] = new ControlMessage($kind, $message->number, $channel, $ports, $parameter->raw->low, $parameter->raw->high, false);
            }
        }

        return $told;
    }

    private function lookUp(Device $unit, Control $control): SentControl
    {
        $messages = [];
        foreach (ChartMessages::of($unit, $control) as $message) {
            $sent = $this->sent($unit, $control, $message);
            if ($sent instanceof Lack) {
                return new SentControl($unit, $control, [], $sent);
            }
            $messages[] = $sent;
        }
        $lack =
            [] === $messages
                ? Lack::of(
                    LackSort::Fact,
                    "the chart does not say what \"{$control->name}\" of {$unit->name} sends; press it once and write down what comes",
                )
                : null;

        return new SentControl($unit, $control, $messages, $lack);
    }

    private function sent(Device $unit, Control $control, Message $message): ControlMessage|Lack
    {
        $kind = $message->kind->midi();
        if (null === $kind) {
            return Lack::of(LackSort::Control, "\"{$control->name}\" sends pulses, which rules cannot take");
        }
        if (Kind::Sysex === $kind) {
            return Lack::of(LackSort::Control, "\"{$control->name}\" sends system exclusive; take sysex from its port");
        }
        $isPlanned = \in_array($control->assign, [Assign::Menu, Assign::Editor], true);
        $lack = ChartMessages::lack($message, $kind, "\"{$control->name}\" of {$unit->name}", $isPlanned);
        if (null !== $lack) {
            return $lack;
        }
        $sends = $unit->sendsOf($message->kind);
        if (null === $sends) {
            return Lack::of(LackSort::Way, "the chart does not say that {$unit->name} sends {$kind->value}");
        }
        $ports = $this->ways->into($unit, $sends->at, $message->kind);
        if ([] === $ports) {
            return Lack::of(
                LackSort::Way,
                "nothing that {$unit->name} sends as {$kind->value} comes to an in port; lay a lead from it to a port of the rulebook",
            );
        }
        $channel = $kind->hasChannel() ? $unit->channel($message->channel ?? $sends->channel) : null;
        $measured = $unit->unit->measured[$control->name] ?? null;
        $travel = null === $measured ? $message->travel() : $measured->travel();
        $isToldApart = null !== $message->values && Kind::Note !== $kind && !$this->isAlone($unit, $control, $message, $channel);

        return new ControlMessage(
            $kind,
            $message->number,
            \is_int($channel) ? $channel : null,
            $ports,
            $travel->first,
            $travel->last,
            $control->sort->isTwoState(),
            $isToldApart ? new ValueRange($travel->last, $travel->last) : null,
        );
    }

    /** Whether no other control of the unit sends the same message, whatever its value. */
    private function isAlone(Device $unit, Control $control, Message $message, int|string|null $channel): bool
    {
        foreach ($unit->chart->surface->controls ?? [] as $other) {
            foreach ($other === $control ? [] : ChartMessages::of($unit, $other) as $same) {
                $others = $unit->channel($same->channel ?? ($unit->sendsOf($same->kind)->channel ?? null));
                if ($same->kind === $message->kind && $same->number === $message->number && $others === $channel) {
                    return false;
                }
            }
        }

        return true;
    }
}
