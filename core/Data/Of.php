<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** An object of a class that documents are read into. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class Of implements Type
{
    /** @param class-string $class */
    public function __construct(private string $class)
    {
    }

    public function read(mixed $json, Reading $reading, string $path): ?object
    {
        return Shape::of($this->class)->read($json, $reading, $path);
    }

    public function holds(mixed $value): bool
    {
        return $value instanceof $this->class;
    }

    public function write(mixed $value): mixed
    {
        return \is_object($value) ? Shape::of($this->class)->write($value) : null;
    }

    public function schema(Definitions $definitions): array
    {
        return $definitions->refer($this->class);
    }
}
