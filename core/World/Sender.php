<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** A simulated controller: turns what a hand does to it into the bytes that the device would send. */
interface Sender
{
    /**
     * The bytes a gesture makes.
     *
     * @param string $control which part of the device, such as `key 60` or `pedal`
     * @param int $value how far or how hard, usually 0 to 127; 0 lets go
     *
     * @return string whole messages, or nothing when the device has no such control
     */
    public function play(string $control, int $value): string;

    /**
     * What the device has to show and to touch.
     *
     * @return array{face: string, channel: int, controls: list<array{control: string, label: string, sort?: string, layer?: string|null,
     *     at?: array{int, int}|null, low?: int, high?: int, rest?: int, isLatching?: bool, isRelative?: bool, perSecond?: float|null}>}
     */
    public function describe(): array;
}
