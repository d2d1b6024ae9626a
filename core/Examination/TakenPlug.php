<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Examination;

use ZigzagPost\Core\Rig\Chart\Plug;

/** A plug in which leads end, or one direction or stream of it. */
final readonly class TakenPlug
{
    /** @param list<string> $leads */
    public function __construct(public Plug $plug, public array $leads)
    {
    }

    public function and(string $lead): self
    {
        return new self($this->plug, [...$this->leads, $lead]);
    }
}
