<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Plan;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;

/** What a part understands on its channel, and whether two parts have nothing of it in common. */
final class Disjoint
{
    public static function parts(Device $one, Hears $onePart, Device $other, Hears $otherPart): bool
    {
        foreach (KindName::cases() as $kind) {
            if (true !== $kind->midi()?->hasChannel() || false === $one->lists($onePart, $kind) || false === $other->lists($otherPart, $kind)) {
                continue;
            }
            $mine = self::numbers($one, $onePart, $kind);
            $theirs = self::numbers($other, $otherPart, $kind);
            if (null === $mine || null === $theirs || [] !== array_intersect_key($mine, $theirs)) {
                return false;
            }
        }

        return true;
    }

    /** @return array<int, true>|null the numbers or keys of a kind that a part understands; null for all, or where that is not known */
    public static function numbers(Device $box, Hears $part, KindName $kind): ?array
    {
        if (KindName::Note === $kind || KindName::PolyPressure === $kind) {
            return null === $box->chart->keys ? null : array_fill_keys(range($box->chart->keys->low, $box->chart->keys->high), true);
        }
        if (!\in_array($kind, [KindName::Cc, KindName::Cc14, KindName::Nrpn, KindName::Rpn], true) || null === $box->chart->parameters) {
            return null;
        }
        $numbers = [];
        foreach ($box->chart->parameters as $parameter) {
            $message = $box->messageTo($parameter);
            if (null !== $message && $message->kind === $kind && null !== $message->number && $box->partOf($parameter) === $part) {
                $numbers[$message->number] = true;
            }
        }

        return $numbers;
    }
}
