<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Analysis\Way;

use ZigzagPost\Core\Rig\Setup\Hop;

/** What a message goes over, hop by hop, and where it stops, if it does. */
final readonly class Path
{
    /**
     * @param list<string> $hops in words
     * @param list<string> $leads their ids, in order
     * @param string|null $stopsAt the id of the lead, the name of the unit, or "post"
     */
    public function __construct(public array $hops, public array $leads = [], public ?string $stopsAt = null)
    {
    }

    /** @param list<Hop> $way */
    public static function over(string $from, array $way): self
    {
        return new self(
            [$from, ...array_map(static fn (Hop $hop): string => $hop->to->name(), $way)],
            array_values(array_filter(array_map(static fn (Hop $hop): ?string => $hop->lead?->id, $way), \is_string(...))),
        );
    }

    public function then(self $next): self
    {
        return new self([...$this->hops, ...$next->hops], [...$this->leads, ...$next->leads], $this->stopsAt ?? $next->stopsAt);
    }

    /** As far as a lead or a unit; what comes behind it is not reached. */
    public function stoppingAt(?string $at): self
    {
        $index = array_search($at, $this->leads, true);

        return new self($this->hops, false === $index ? $this->leads : \array_slice($this->leads, 0, $index + 1), $at);
    }
}
