<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\ChannelOf;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Chart\Parameter;
use ZigzagPost\Core\Rig\Direct\Matrix;
use ZigzagPost\Core\Rig\Document\Means;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Gives numbers to controls and parameters that can be assigned, once channels are known: as few as possible are changed. */
final class Numbers
{
    /**
     * @param list<HeardStream> $streams
     * @param array<string, list<string>> $intoPost units by port
     * @param array<string, list<ChosenValue>> $channels by unit
     */
    public function __construct(
        private readonly Setup $setup,
        private readonly array $streams,
        private readonly array $intoPost,
        private readonly array $channels,
        private readonly Matrix $matrix,
    ) {
    }

    public function assign(): AssignedNumbers
    {
        $items = [];
        foreach ($this->setup->boxes as $box) {
            array_push($items, ...$this->controls($box), ...$this->parameters($box));
        }
        $given = $this->stayers($items);
        $planned = [];
        $failed = [];
        foreach ($items as $index => $item) {
            if (isset($given[$index])) {
                $planned[] = new PlannedNumber(
                    $item->box,
                    $item->title,
                    $item->isControl,
                    $item->kind,
                    $given[$index],
                    $item->now,
                    0,
                    $item->isPinned ? 'pinned' : 'stands there already',
                );
                continue;
            }
            $number = $this->lowest($items, $index, $given);
            if (null === $number) {
                $failed[] = "{$item->box->name} \"{$item->title}\"";
                continue;
            }
            $given[$index] = $number;
            $why =
                null === $item->now
                    ? 'it had no number yet'
                    : (isset($item->taken[$item->now])
                        ? "{$item->now} is {$item->taken[$item->now]}"
                        : (NumberClass::isNever($item->kind, $item->now)
                            ? "{$item->now} is not for controls"
                            : "{$item->now} is used by another"));
            $planned[] = new PlannedNumber(
                $item->box,
                $item->title,
                $item->isControl,
                $item->kind,
                $number,
                $item->now,
                $item->cost,
                $why.(NumberClass::isReserved($item->kind, $number) ? '; all numbers without a meaning of their own are taken' : ''),
            );
        }

        return new AssignedNumbers($planned, $failed);
    }

    /**
     * Those that keep their number: of several that would mean the same, those that cost most to change.
     *
     * @param list<Numbered> $items
     *
     * @return array<int, int>
     */
    private function stayers(array $items): array
    {
        $stays = [];
        $order = array_keys($items);
        $cost = array_map(static fn (Numbered $item): int => self::together($items, $item), $items);
        usort(
            $order,
            static fn (int $a, int $b): int => $items[$b]->isPinned <=> $items[$a]->isPinned ?: $cost[$b] <=> $cost[$a] ?: $a <=> $b,
        );
        foreach ($order as $index) {
            $item = $items[$index];
            if (null === $item->now || (!$item->isPinned && (isset($item->taken[$item->now]) || NumberClass::isNever($item->kind, $item->now)))) {
                continue;
            }
            if ($item->isPinned || self::isFree($items, $stays, $item)) {
                $stays[$index] = $item->now;
            }
        }

        return $this->swapped($items, $stays);
    }

    /**
     * What it costs to change a control and those of its board that send the same: they stay together or not at all.
     *
     * @param list<Numbered> $items
     */
    private static function together(array $items, Numbered $item): int
    {
        $cost = 0;
        foreach ($items as $other) {
            $cost += $other === $item || $other->sendsLike($item) ? $other->cost : 0;
        }

        return $cost;
    }

    /**
     * @param list<Numbered> $items
     * @param array<int, int> $stays
     */
    private static function isFree(array $items, array $stays, Numbered $item): bool
    {
        foreach ($stays as $other => $number) {
            if ($number === $item->now && $item->collides($items[$other])) {
                return false;
            }
        }

        return true;
    }

    /**
     * Of two that cost the same, the later one keeps its number where the earlier can take a lower one instead.
     *
     * @param list<Numbered> $items
     * @param array<int, int> $stays
     *
     * @return array<int, int>
     */
    private function swapped(array $items, array $stays): array
    {
        foreach ($items as $index => $item) {
            if (!isset($stays[$index]) || $item->isPinned) {
                continue;
            }
            foreach ($items as $later => $other) {
                if (
                    $later > $index
                    && !isset($stays[$later])
                    && $other->now === $item->now
                    && $other->cost === $item->cost
                    && $item->collides($other)
                    && !isset($other->taken[$other->now ?? -1])
                ) {
                    $without = $stays;
                    unset($without[$index]);
                    $lowest = $this->lowest($items, $index, $without + [$later => (int) $other->now]);
                    if (null !== $lowest && $lowest < $stays[$index] && self::isFree($items, $without, $other)) {
                        $stays = $without + [$later => (int) $other->now];
                    }
                    break;
                }
            }
        }

        return $stays;
    }

    /**
     * @param list<Numbered> $items
     * @param array<int, int> $given
     */
    private function lowest(array $items, int $index, array $given): ?int
    {
        $item = $items[$index];
        $used = $item->taken;
        foreach ($given as $other => $number) {
            if (
                $other !== $index
                && ($item->collides($items[$other])
                    || ($item->isControl && $items[$other]->isControl && $item->box === $items[$other]->box && $item->kind === $items[$other]->kind))
            ) {
                $used[$number] = '';
            }
        }
        foreach ([NumberClass::free($item->kind), NumberClass::reserved($item->kind)] as $numbers) {
            foreach ($numbers as $number) {
                if (!isset($used[$number])) {
                    return $number;
                }
            }
        }

        return null;
    }

    /** @return list<Numbered> */
    private function controls(Device $box): array
    {
        $items = [];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $message = $box->messageOf($control);
            if (!Sharing::canBeAssigned($control) || null === $message || !self::isNumbered($message->kind)) {
                continue;
            }
            $assigned = $box->unit->assigned[$control->name] ?? null;
            $isTicked = true === $assigned?->state->isTicked();
            $now = $isTicked || true === $assigned?->pinned ? $message->number : $control->message()?->number;
            $channels = $this->sends($box, $message);
            $around = $this->around($box, $message->kind, $channels);
            [$places, $taken] = [$around->places, $around->taken];
            $items[] = new Numbered(
                $box,
                $control->name,
                true,
                $message->kind,
                $now,
                true === $assigned?->pinned,
                1 + ($isTicked ? 2 : 0),
                $channels,
                $places,
                $taken,
            );
        }

        return $items;
    }

    /**
     * Where a unit's messages arrive, and which numbers something fixed has there.
     */
    private function around(Device $box, KindName $kind, int $channels): NumbersAround
    {
        $places = [];
        $taken = [];
        foreach ($this->streams as $stream) {
            if ($stream->box !== $box) {
                continue;
            }
            foreach ($stream->listeners as $listener) {
                // Whom it plays understands it, and is to; only who is to stay out must not.
                $isOut = $this->matrix->means($box->name, $listener->box->name, Means::KeepsOut);
                if ($isOut && 0 !== ($this->hears($listener->box, $listener->part) & $channels) && false !== $listener->box->lists($listener->part, $kind)) {
                    foreach (array_keys(Disjoint::numbers($listener->box, $listener->part, $kind) ?? []) as $number) {
                        $taken[$number] = "understood by {$listener->box->name}";
                    }
                }
            }
        }
        foreach ($this->intoPost as $port => $units) {
            if (!\in_array($box->name, $units, true)) {
                continue;
            }
            $places[] = "post {$port}";
            foreach ($units as $name) {
                $other = $this->setup->boxes[$name];
                foreach ($other === $box ? [] : $other->chart->surface->controls ?? [] as $control) {
                    $message = $other->messageOf($control);
                    if (
                        !Sharing::canBeAssigned($control)
                        && $message?->kind === $kind
                        && null !== $message->number
                        && 0 !== ($this->sends($other, $message) & $channels)
                    ) {
                        $taken[$message->number] = "sent by {$name} \"{$control->name}\"";
                    }
                }
            }
        }

        return new NumbersAround($places, $taken);
    }

    /** @return list<Numbered> */
    private function parameters(Device $box): array
    {
        $items = [];
        foreach ($box->chart->parameters ?? [] as $parameter) {
            $part = $box->partOf($parameter);
            if (!self::isLearned($parameter) || null === $part) {
                continue;
            }
            $message = $box->messageTo($parameter);
            $assigned = $box->unit->assigned[$parameter->name] ?? null;
            $isTicked = true === $assigned?->state->isTicked();
            $kind = $message->kind ?? KindName::Cc;
            $channels = $this->hears($box, $part);
            $places = [];
            $taken = [];
            foreach ($this->streams as $index => $stream) {
                if (
                    [] ===
                    array_filter($stream->listeners, static fn (Listener $listener): bool => $listener->box === $box && $listener->part === $part)
                ) {
                    continue;
                }
                $places[] = "stream {$index}";
                foreach ($stream->listeners as $listener) {
                    if (0 !== ($this->hears($listener->box, $listener->part) & $channels)) {
                        $taken += self::fixedNumbers($listener->box, $listener->part, $kind);
                    }
                }
            }
            $now = $isTicked || true === $assigned?->pinned ? $message?->number : $parameter->message?->number;
            $items[] = new Numbered(
                $box,
                $parameter->name,
                false,
                $kind,
                $now,
                true === $assigned?->pinned,
                (Assign::Menu === $parameter->assign ? 1 : 3) + ($isTicked ? 2 : 0),
                $channels,
                $places,
                $taken,
            );
        }

        return $items;
    }

    /** @return array<int, string> */
    private static function fixedNumbers(Device $box, Hears $part, KindName $kind): array
    {
        $taken = [];
        foreach ($box->chart->parameters ?? [] as $parameter) {
            if (
                !self::isLearned($parameter)
                && $parameter->message?->kind === $kind
                && null !== $parameter->message->number
                && $box->partOf($parameter) === $part
            ) {
                $taken[$parameter->message->number] = "\"{$parameter->name}\" of {$box->name}";
            }
        }

        return $taken;
    }

    private static function isLearned(Parameter $parameter): bool
    {
        return Assign::Menu === $parameter->assign || Assign::Learn === $parameter->assign;
    }

    private static function isNumbered(KindName $kind): bool
    {
        return KindName::Cc === $kind || KindName::Note === $kind || KindName::Program === $kind;
    }

    /** The channels that a message of a unit goes out on, as the plan has it. */
    private function sends(Device $box, Message $message): int
    {
        $channel = $message->channel ?? ($box->sendsOf($message->kind)->channel ?? null);
        if ($channel instanceof ChannelOf) {
            foreach ($this->channels[$box->name] ?? [] as $chosen) {
                [$choice, $option] = [$chosen->of, $chosen->value];
                if ($choice->setting === $channel->setting && null !== $option->value) {
                    $number = Device::channelOf($option->value, $channel->offset ?? 0);

                    return \is_int($number) ? 1 << ($number - 1) : Channels::ALL;
                }
            }
            $channel = $box->channel($channel);
        }

        return \is_int($channel) ? 1 << ($channel - 1) : Channels::ALL;
    }

    private function hears(Device $box, Hears $part): int
    {
        foreach ($this->channels[$box->name] ?? [] as $chosen) {
            [$choice, $option] = [$chosen->of, $chosen->value];
            if (\in_array($part, $choice->parts, true)) {
                $own =
                    $part->channel instanceof ChannelOf && null !== $option->value
                        ? Device::channelOf($option->value, $part->channel->offset ?? 0)
                        : $box->channel($part->channel);

                return Channels::answered($box, $part, $own);
            }
        }

        return 0;
    }
}
