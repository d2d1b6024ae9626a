<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

use ZigzagPost\Core\Midi\MiddleC;

/**
 * A simulated device at an out port: acts on what it hears and shows it. It obeys its chart, limits included.
 *
 * @phpstan-type View array<string, mixed>
 */
interface Receiver
{
    /**
     * Hears one whole message, or a timing pulse.
     *
     * @param int $timeUs when, in microseconds
     * @param int|null $pulseUs length of a pulse; null for a message
     */
    public function hear(int $timeUs, string $bytes, ?int $pulseUs): void;

    /**
     * @param MiddleC $middle what key 60 is called
     *
     * @return View what the device shows now; `face` names the kind of device
     */
    public function view(MiddleC $middle): array;

    /** @return array<mixed> */
    public function save(): array;

    /** @param array<mixed> $saved */
    public function restore(array $saved): void;
}
