<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A value of one of several types; the first that fits is taken. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
readonly class Either implements Type
{
    /** @var list<Type> */
    private array $types;

    /** @param string $what all of them in words */
    public function __construct(private string $what, Type ...$types)
    {
        $this->types = array_values($types);
    }

    public function read(mixed $json, Reading $reading, string $path): mixed
    {
        $closest = null;
        foreach ($this->types as $type) {
            $attempt = new Reading();
            $value = $type->read($json, $attempt, $path);
            if ([] === $attempt->problems) {
                return $value;
            }
            $isInside = $attempt->problems[0]->path !== $path;
            $closest ??= $isInside ? $attempt->problems[0] : null;
        }

        return null === $closest ? $reading->expected($path, $this->what, $json) : $reading->problem($closest->path, $closest->text);
    }

    public function holds(mixed $value): bool
    {
        return null !== $this->holder($value);
    }

    public function write(mixed $value): mixed
    {
        return $this->holder($value)?->write($value);
    }

    public function schema(Definitions $definitions): array
    {
        return ['anyOf' => array_map(static fn (Type $type): array => $type->schema($definitions), $this->types)];
    }

    private function holder(mixed $value): ?Type
    {
        foreach ($this->types as $type) {
            if ($type->holds($value)) {
                return $type;
            }
        }

        return null;
    }
}
