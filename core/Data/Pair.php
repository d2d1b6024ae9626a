<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A list of so many entries, each of a type of its own. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class Pair implements Type
{
    /** @var list<Type> */
    private array $of;

    public function __construct(Type ...$of)
    {
        $this->of = array_values($of);
    }

    public function read(mixed $json, Reading $reading, string $path): mixed
    {
        $json = Reading::plain($json);
        if (!\is_array($json) || !array_is_list($json) || \count($json) !== \count($this->of)) {
            return $reading->expected($path, 'a list of '.\count($this->of), $json);
        }

        return array_map(
            static fn (Type $type, int $index): mixed => $type->read($json[$index], $reading, "{$path}[{$index}]"),
            $this->of,
            array_keys($this->of),
        );
    }

    public function holds(mixed $value): bool
    {
        if (!\is_array($value) || \count($value) !== \count($this->of)) {
            return false;
        }
        foreach (array_values($value) as $index => $each) {
            if (!$this->of[$index]->holds($each)) {
                return false;
            }
        }

        return true;
    }

    public function write(mixed $value): mixed
    {
        return \is_array($value)
            ? array_map(static fn (Type $type, mixed $each): mixed => $type->write($each), $this->of, array_values($value))
            : null;
    }

    public function schema(Definitions $definitions): array
    {
        return [
            'type' => 'array',
            'prefixItems' => array_map(static fn (Type $type): array => $type->schema($definitions), $this->of),
            'minItems' => \count($this->of),
            'maxItems' => \count($this->of),
        ];
    }
}
