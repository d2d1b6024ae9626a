<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rig\Direct;

/** What is in the way of a message: at which unit or lead, and which setting decides it, if one does. */
final readonly class Obstacle
{
    /**
     * @param string $at the unit, or the id of the lead
     * @param string|null $sends the channels that are sent on, in words
     * @param string|null $answers those that are answered on
     */
    public function __construct(
        public ObstacleSort $sort,
        public string $at,
        public ?string $setting = null,
        public ?string $sends = null,
        public ?string $answers = null,
    ) {
    }
}
