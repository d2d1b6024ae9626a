<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Setup\Device;

/** What the screen needs to know of a simulated controller. */
final class SenderView
{
    private const MOST = 127;

    /**
     * Each control with the first two bytes, in hexadecimal, of what it sends when it is moved and let go, so that it can be
     * shown moving when a tape plays it. Null where that does not say how far it is moved.
     *
     * @param string $id the unit
     * @param list<string> $ports where it comes in
     * @param SeatedStandIn|null $standIn what stands in; null for a unit of a rig
     * @param string|null $stopped why nothing of it comes in
     *
     * @return array{id: string, ports: list<string>, title: string, standIn: array{port: string, chart: string, channel: int|null}|null,
     *     stopped: string|null, face: string, channel: int,
     *     controls: list<array{control: string, label: string, moves: string|null, ends: string|null}>}
     */
    public static function of(string $id, array $ports, Device $device, ?SeatedStandIn $standIn = null, ?string $stopped = null): array
    {
        $sender = new DeviceSender($device);
        $view = $sender->describe();
        $controls = [];
        foreach ($view['controls'] as $control) {
            $most = $control['high'] ?? self::MOST;
            $moves = self::sign($sender->play($control['control'], $most), 'switch' === ($control['sort'] ?? '') ? null : $most);
            $ends = self::sign($sender->play($control['control'], 0), null);
            $controls[] = [...$control, 'moves' => $moves, 'ends' => null === $moves || $ends === $moves ? null : $ends];
        }
        $title = null === $standIn ? $device->label() : $device->chart->name;

        return ['id' => $id, 'ports' => $ports, 'title' => $title, 'standIn' => $standIn?->view(), 'stopped' => $stopped, ...$view, 'controls' => $controls];
    }

    /** @param int|null $value what the message must carry */
    private static function sign(string $bytes, ?int $value): ?string
    {
        $isThree = 3 === \strlen($bytes) && \ord($bytes) < 0xC0 && (null === $value || \ord($bytes[2]) === $value);

        return $isThree ? strtoupper(bin2hex($bytes[0]).' '.bin2hex($bytes[1])) : null;
    }
}
