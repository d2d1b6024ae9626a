<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Assign;
use ZigzagPost\Core\Rig\Chart\ChannelType;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Document\Share;
use ZigzagPost\Core\Rig\Setup\Channels;
use ZigzagPost\Core\Rig\Setup\Device;
use ZigzagPost\Core\Rig\Setup\Setup;

/** Who may answer on a channel together with whom. */
final readonly class Sharing
{
    /** @param list<string> $split units that are taken as if they wanted split numbers, to see whether that would help */
    public function __construct(private Setup $setup, private array $split = [])
    {
    }

    public function wants(Device $box): Share
    {
        return \in_array($box->name, $this->split, true) ? Share::Numbers : $box->unit->wants ?? $this->setup->rig->wants ?? Share::Channels;
    }

    public function arePlayedTogether(Device $one, Device $other): bool
    {
        return $one->unit->playsTogetherWith($other->unit);
    }

    public function mustNotShare(Device $one, Hears $onePart, Device $other, Hears $otherPart): bool
    {
        if (!Channels::isNeeded($onePart) || !Channels::isNeeded($otherPart) || ($one !== $other && $this->arePlayedTogether($one, $other))) {
            return false;
        }
        $bySplit = Share::Numbers === $this->wants($one) && Share::Numbers === $this->wants($other);

        return !(($one === $other || $bySplit) && Disjoint::parts($one, $onePart, $other, $otherPart));
    }

    /** Whether everything that leaves there is on one channel, so that whoever hears it shares that. */
    public static function isOneChannel(HeardStream $stream): bool
    {
        $channels = [];
        foreach ($stream->box->chart->sends ?? [] as $sends) {
            $channels[json_encode($sends->channel, \JSON_THROW_ON_ERROR)] = $sends->channel;
        }

        return 1 === \count($channels) && !\in_array(reset($channels), [null, ChannelType::OMNI], true);
    }

    /** Whether something that a unit sends of its own is understood by a part that hears it directly. */
    public function isAnswered(Device $sender, Device $hearer, Hears $part): bool
    {
        if ($sender !== $hearer && $this->arePlayedTogether($sender, $hearer)) {
            return false;
        }
        foreach (KindName::cases() as $kind) {
            if (true === $kind->midi()?->hasChannel() && null !== $sender->sendsOf($kind) && false !== $hearer->lists($part, $kind)) {
                return true;
            }
        }

        return false;
    }

    /** Whether controls of two units send the same message, once they are on the same channel. */
    public function sendAlike(Device $one, Device $other): bool
    {
        $fixedOnly = Share::Numbers === $this->wants($one) && Share::Numbers === $this->wants($other);
        $mine = self::messages($one, $fixedOnly);

        return [] !== array_intersect_key($mine, self::messages($other, $fixedOnly));
    }

    /** @return array<string, true> kinds and numbers that the controls of a unit send */
    private static function messages(Device $box, bool $fixedOnly): array
    {
        $messages = [];
        foreach ($box->chart->surface->controls ?? [] as $control) {
            $message = $box->messageOf($control);
            if (null !== $message && !($fixedOnly && self::canBeAssigned($control))) {
                $messages["{$message->kind->value} {$message->number}"] = true;
            }
        }

        return $messages;
    }

    public static function canBeAssigned(Control $control): bool
    {
        return Assign::Menu === $control->assign || Assign::Editor === $control->assign;
    }
}
