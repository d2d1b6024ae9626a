<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** Yes or no. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class Flag implements Type
{
    public function read(mixed $json, Reading $reading, string $path): ?bool
    {
        return \is_bool($json) ? $json : $reading->expected($path, 'true or false', $json);
    }

    public function holds(mixed $value): bool
    {
        return \is_bool($value);
    }

    public function write(mixed $value): mixed
    {
        return $value;
    }

    public function schema(Definitions $definitions): array
    {
        return ['type' => 'boolean'];
    }
}
