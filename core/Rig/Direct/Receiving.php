<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Chart\Hears;
use ZigzagPost\Core\Rig\Chart\KindName;
use ZigzagPost\Core\Rig\Setup\Device;

/** What has to be on so that a part of a unit receives a kind of message. */
final class Receiving
{
    /** @return list<Condition>|null null where it never receives it */
    public static function conditions(Device $box, Hears $part, KindName $kind): ?array
    {
        $clock = $box->chart->clock;
        $said = $box->switchOf($part, $kind);
        $needsClock = KindName::Clock === $kind || (Sending::isTransport($kind) && true === $clock?->startStop);
        $obeys = $needsClock ? $clock?->obeys : null;
        if (false === $said || false === $obeys || (null === $said && null !== $part->kinds && null === $obeys)) {
            return null;
        }
        $switches = $needsClock && null !== $obeys ? (\is_string($said) && $said !== $obeys ? [$said, $obeys] : [$obeys]) : [$said];

        return array_map(static fn (bool|string|null $switch): Condition => new SwitchIsOn(ObstacleSort::Receive, $box->name, $switch), $switches);
    }
}
