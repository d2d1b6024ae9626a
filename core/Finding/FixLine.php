<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Finding;

/** One place that a fix changes, as people read it. */
final readonly class FixLine
{
    /**
     * @param string|null $before null where nothing stands there yet
     * @param string|null $after null where it is taken away
     */
    public function __construct(public string $place, public ?string $before, public ?string $after)
    {
    }

    public function words(): string
    {
        $before = $this->before ?? 'not written down';
        $after = $this->after ?? 'taken away';

        return "{$this->place}: {$before} → {$after}";
    }
}
