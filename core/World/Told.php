<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Rig\Setup\Hop;

/** The units of a rig, hearing messages that come from somewhere else than a bench: what each did, in words. */
final class Told
{
    /** @var array<string, DeviceReceiver> */
    private array $devices = [];

    public function __construct(private readonly ?Patch $seats)
    {
    }

    /** @return array<string, string> what it did, by unit */
    public function hear(int $timeUs, string $port, string $bytes, ?int $pulseUs): array
    {
        $did = [];
        foreach ($this->seats->at[$port] ?? [] as $hearing) {
            [$unit, $part, $way] = [$hearing->unit, $hearing->part, $hearing->way];
            $box = $this->seats->boxes[$unit] ?? null;
            if (null === $box || null !== $this->seats?->standIn($unit) || !Hop::passes($way, $bytes)) {
                continue;
            }
            $words = ($this->devices[$unit] ??= new DeviceReceiver($box))->hearAt($part, $timeUs, $bytes, $pulseUs);
            if (null !== $words) {
                $did[$unit] = $words;
            }
        }

        return $did;
    }
}
