<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Show\Sheet;

use ZigzagPost\Core\Rulebook\Scene;

/** A scene, and the song of the set list that has it. */
final readonly class PlayedScene
{
    /** @param string|null $song its title; null where no song has the scene */
    public function __construct(public ?string $song, public Scene $scene)
    {
    }
}
