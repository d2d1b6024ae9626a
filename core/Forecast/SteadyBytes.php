<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Forecast;

/** What a unit sends by itself all the time. */
final readonly class SteadyBytes
{
    /**
     * @param list<string> $at plugs, or streams as "plug/stream"
     * @param float|null $perSecond bytes; null where they are unknown
     */
    public function __construct(public string $what, public array $at, public ?float $perSecond)
    {
    }
}
