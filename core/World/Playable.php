<?php

declare(strict_types=1);

namespace ZigzagPost\Core\World;

/** What can be played: a bench with simulated devices, or a player with real ones. Times are microseconds. */
interface Playable
{
    /**
     * Bytes come in at a port.
     *
     * @return bool false where the rules that run have no such in port
     */
    public function feed(int $timeUs, string $port, string $bytes): bool;

    /** Silence before anything else. */
    public function panic(int $timeUs): void;

    /**
     * Brings a unit back to where it should stand.
     *
     * @return bool false where the rules that run reach no such unit
     */
    public function restore(int $timeUs, string $unit): bool;

    /** Changes to a scene by its position; false where there is none. */
    public function go(int $scene, int $timeUs): bool;

    /** Begins a song of the set list by its position; false where there is none. */
    public function goToSong(int $song, int $timeUs): bool;
}
