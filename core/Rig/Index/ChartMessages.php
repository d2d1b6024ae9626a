<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Index;

use ZigzagPost\Core\Midi\Kind;
use ZigzagPost\Core\Midi\ValueRange;
use ZigzagPost\Core\Rig\Chart\Control;
use ZigzagPost\Core\Rig\Chart\Message;
use ZigzagPost\Core\Rig\Setup\Device;

/** Messages as charts and units give them. */
final class ChartMessages
{
    /** System exclusive in hexadecimal, whole, with places for the value. */
    private const SYSEX = '/^F0(\s([0-7][0-9A-F]|\{(v|high|low)\}))*\sF7$/Di';

    /** @return list<Message> what a control sends, each kind and number once */
    public static function of(Device $unit, Control $control): array
    {
        if (isset($unit->unit->assigned[$control->name])) {
            return [$unit->unit->assigned[$control->name]->message];
        }
        $messages = [];
        foreach ($control->sends ?? [] as $sends) {
            $messages["{$sends->message->kind->value} {$sends->message->number}"] ??= $sends->message;
        }

        return array_values($messages);
    }

    /**
     * What a message lacks to be sent or taken by rules: everything of it has to be known, and be something that there is.
     *
     * @param string $what such as "Mix" of brine
     * @param bool $isPlanned whether the plan gives it a number
     */
    public static function lack(Message $message, Kind $kind, string $what, bool $isPlanned): ?Lack
    {
        if (Kind::Sysex === $kind && 1 !== preg_match(self::SYSEX, (string) $message->sysex)) {
            return Lack::of(
                LackSort::Fact,
                "the chart does not say which system exclusive message moves {$what}, from F0 to F7; ask the box",
            );
        }
        $range = $kind->hasKey() ? ValueRange::sevenBits() : $kind->numberRange();
        if (null === $range) {
            return null;
        }
        if (null === $message->number) {
            $cure = $isPlanned ? 'the plan gives it one' : 'ask the box, and write it into the chart';

            return Lack::of(LackSort::Fact, "nobody knows the number of {$kind->value} for {$what}; {$cure}");
        }

        return $range->contains($message->number)
            ? null
            : Lack::of(
                LackSort::Fact,
                "there is no {$kind->value} {$message->number}, which the chart gives for {$what}; numbers go from {$range->low} to {$range->high}",
            );
    }
}
