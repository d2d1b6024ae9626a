<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Rulebook\Code;

/** A `go` in a rule of the control: lit while that scene is current. */
final readonly class LitByScene
{
    /**
     * @param int $leadsTo position of the scene
     * @param int|null $scene position of the scene in which that counts; null for all
     */
    public function __construct(public int $leadsTo, public ?int $scene)
    {
    }
}
