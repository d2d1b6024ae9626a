<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A whole number. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class Whole implements Type
{
    public function __construct(private int $low, private int $high)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): ?int
    {
        if (\is_float($json) && floor($json) === $json && abs($json) < 1e15) {
            $json = (int) $json;
        }
        if (!\is_int($json) || $json < $this->low || $json > $this->high) {
            return $reading->expected($path, "a whole number from {$this->low} to {$this->high}", $json);
        }

        return $json;
    }

    public function holds(mixed $value): bool
    {
        return \is_int($value);
    }

    public function write(mixed $value): mixed
    {
        return $value;
    }

    public function schema(Definitions $definitions): array
    {
        return ['type' => 'integer', 'minimum' => $this->low, 'maximum' => $this->high];
    }
}
