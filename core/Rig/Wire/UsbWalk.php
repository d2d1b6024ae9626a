<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Wire;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Chart\UsbSide;
use ZigzagPost\Core\Rig\Setup\End;

/** Judges a USB lead by the roles of its ends: one host, one device. */
final class UsbWalk
{
    public static function judge(End $a, End $b): Judgement
    {
        $sides = array_map(self::side(...), [$a, $b]);
        foreach ([$a, $b] as $index => $end) {
            if (null === $sides[$index] && Connector::Any !== $end->plug->connector) {
                return Judgement::unknown("the USB role of {$end->name()}", "the chart does not say whether {$end->name()} is a USB host or a device");
            }
        }
        if (UsbSide::Host === $sides[0] && UsbSide::Host === $sides[1]) {
            return Judgement::dead('both ends are USB hosts; a host of two devices, or another port, has to stand between them');
        }
        if (UsbSide::Device === $sides[0] && UsbSide::Device === $sides[1]) {
            return Judgement::dead('both ends are USB devices; neither of them can be the host');
        }

        return Judgement::works('one end is the USB host, the other the device');
    }

    private static function side(End $end): ?UsbSide
    {
        return Connector::Any === $end->plug->connector ? UsbSide::Dual : $end->plug->usb?->role;
    }
}
