<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

use ZigzagPost\Core\Rig\Setup\Device;

/** Something that has to be so on the way of a message, and that settings of some units decide. */
interface Condition
{
    /** The same for conditions that ask the same. */
    public function key(): string;

    /** @return list<SettingAt> what decides it, each once */
    public function settings(): array;

    /**
     * @param array<string, Device> $boxes as they are set, by name
     *
     * @return bool|null whether it is so; null where a fact is missing
     */
    public function isMet(array $boxes): ?bool;

    /**
     * What is in the way while it is not met.
     *
     * @param array<string, Device> $boxes
     */
    public function obstacle(array $boxes): Obstacle;
}
