<?php

declare(strict_types=1);

namespace App\Live;

use ZigzagPost\Core\World\Playable;

/** Plays on real devices what is done on a screen: tells it to the player, by whose clock it counts. */
final readonly class HostHands implements Playable
{
    /** Bytes in one command. */
    private const PIECE = 512;

    public function __construct(private LiveHosts $hosts, private string $rig)
    {
    }

    public function feed(int $timeUs, string $port, string $bytes): bool
    {
        foreach ('' === $bytes ? [] : str_split($bytes, self::PIECE) as $piece) {
            if (!$this->tell("play {$port} {$piece}")) {
                return false;
            }
        }

        return true;
    }

    public function panic(int $timeUs): void
    {
        $this->tell('panic');
    }

    public function restore(int $timeUs, string $unit): bool
    {
        return $this->tell("restore {$unit}");
    }

    public function go(int $scene, int $timeUs): bool
    {
        return $this->tell('scene '.($scene + 1));
    }

    public function goToSong(int $song, int $timeUs): bool
    {
        return $this->tell('song '.($song + 1));
    }

    private function tell(string $command): bool
    {
        try {
            $this->hosts->tell($this->rig, $command);
        } catch (CannotPlay) {
            return false; // it is told by who asked
        }

        return true;
    }
}
