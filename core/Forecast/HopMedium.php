<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

use ZigzagPost\Core\Rig\Chart\Connector;
use ZigzagPost\Core\Rig\Fit\Medium;
use ZigzagPost\Core\Rig\Setup\Hop;
use ZigzagPost\Core\Rig\Setup\Setup;
use ZigzagPost\Core\Rig\Setup\Socket;

/** What a message goes over from one socket to the next. */
final class HopMedium
{
    public static function of(Setup $setup, Hop $hop): Medium
    {
        $connectors = array_map(static fn (Socket $socket): ?Connector => $setup->box($socket->unit)?->chart->plug($socket->plug())?->connector, [
            $hop->from,
            $hop->to,
        ]);
        $isUsb = [] !== array_filter($connectors, static fn (?Connector $connector): bool => true === $connector?->isUsb());
        $isPackets = [] !== array_filter($connectors, static fn (?Connector $connector): bool => true === $connector?->isPackets());

        return $isUsb ? Medium::Usb : ($isPackets ? Medium::Network : Medium::Serial);
    }
}
