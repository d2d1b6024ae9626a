<?php

declare(strict_types=1);

namespace App\Live;

/** Opens raw MIDI devices of the operating system. */
interface OpensDevices
{
    /**
     * One direction of a device, without blocking.
     *
     * @param int|null $plug which of its plugs, from 1; null for a device with one
     *
     * @return resource
     *
     * @throws CannotPlay where it cannot be opened now, or another plug than that one would be
     */
    public function open(string $path, ?int $plug, bool $isOut);
}
