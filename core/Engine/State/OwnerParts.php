<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Engine\State;

/** What the name of an owner says. */
final readonly class OwnerParts
{
    /**
     * @param string $letter what it is, as in {@see Owner}
     * @param string $step '' for none
     */
    public function __construct(public string $letter, public string $step = '', public ?int $control = null)
    {
    }
}
