<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\Live\Hazard\HazardGuard;
use ZigzagPost\Core\Live\Standing;

/** Ends what sounds where no player can: opens the devices and sends note-offs and silence, to what no unarmed unit hears. */
final readonly class LastSilence
{
    public function __construct(private LivePlan $plan)
    {
    }

    /** @return list<string> ports at which something sounded and was ended */
    public function send(Standing $standing): array
    {
        $guard = new HazardGuard($this->plan->guarded);
        $ended = [];
        foreach (array_filter($this->plan->ports, $this->plan->isHeard(...)) as $port) {
            $at = $standing->at[$standing->course->ports->number($port->name) ?? -1] ?? null;
            $silence = array_filter($at?->silence() ?? [], static fn (string $bytes): bool => null === $guard->withheldFor($port->name, $bytes));
            if ([] !== $silence && $this->sends($port->out->name, implode('', $silence))) {
                $ended[] = $port->name;
            }
        }

        return $ended;
    }

    private function sends(string $device, string $bytes): bool
    {
        try {
            $found = Devices::find($device);
            $file = DeviceFile::open($found->path, true, $found->plug);
        } catch (CannotPlay) {
            return false;
        }
        $taken = $file->write($bytes);
        $file->close();

        return null !== $taken && $taken > 0;
    }
}
