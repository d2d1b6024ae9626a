<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A number that need not be whole. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class Decimal implements Type
{
    public function __construct(private float $low, private float $high)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): ?float
    {
        if ((!\is_int($json) && !\is_float($json)) || !is_finite((float) $json) || $json < $this->low || $json > $this->high) {
            return $reading->expected($path, "a number from {$this->low} to {$this->high}", $json);
        }

        return (float) $json;
    }

    public function holds(mixed $value): bool
    {
        return \is_float($value);
    }

    public function write(mixed $value): mixed
    {
        return \is_float($value) && floor($value) === $value && abs($value) < 1e15 ? (int) $value : $value;
    }

    public function schema(Definitions $definitions): array
    {
        return ['type' => 'number', 'minimum' => $this->low, 'maximum' => $this->high];
    }
}
