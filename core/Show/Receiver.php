<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show;

/**
 * A simulated device at an out port: acts on what it hears and shows it. It obeys its chart, limits included.
 *
 * @phpstan-type View array<string, mixed>
 */
interface Receiver
{
    /** Hears one whole message. */
    public function hear(string $bytes): void;

    /** @return View what the device shows now; `face` names the kind of device */
    public function view(): array;

    /** @return array<mixed> */
    public function save(): array;

    /** @param array<mixed> $saved */
    public function restore(array $saved): void;
}
