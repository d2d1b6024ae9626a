<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** One of the words of an enumeration. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class OneOf implements Type
{
    /** @param class-string<\BackedEnum> $enum */
    public function __construct(private string $enum)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): ?\BackedEnum
    {
        $found = \is_string($json) || \is_int($json) ? array_filter($this->enum::cases(), static fn (\BackedEnum $case): bool => $case->value === $json) : [];

        return [] === $found ? $reading->expected($path, 'one of '.implode(', ', $this->words()), $json) : array_values($found)[0];
    }

    public function holds(mixed $value): bool
    {
        return $value instanceof $this->enum;
    }

    public function write(mixed $value): mixed
    {
        return $value instanceof \BackedEnum ? $value->value : null;
    }

    public function schema(Definitions $definitions): array
    {
        return ['enum' => $this->words()];
    }

    /** @return list<int|string> */
    private function words(): array
    {
        return array_map(static fn (\BackedEnum $case): int|string => $case->value, $this->enum::cases());
    }
}
