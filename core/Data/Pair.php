<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/** A list of so many entries, each of a type of its own: in order the arguments of a class. */
#[\Attribute(\Attribute::TARGET_PARAMETER | \Attribute::TARGET_PROPERTY)]
final readonly class Pair implements Type
{
    /** @var list<Type> */
    private array $of;

    /** @param class-string $class whose constructor takes them, and shows them as properties in the same order */
    public function __construct(private string $class, Type ...$of)
    {
        $this->of = array_values($of);
    }

    public function read(mixed $json, Reading $reading, string $path): ?object
    {
        $json = Reading::plain($json);
        if (!\is_array($json) || !array_is_list($json) || \count($json) !== \count($this->of)) {
            $reading->expected($path, 'a list of '.\count($this->of), $json);

            return null;
        }
        $before = \count($reading->problems);
        $values = [];
        foreach ($this->of as $index => $type) {
            $values[] = $type->read($json[$index], $reading, "{$path}[{$index}]");
        }

        return \count($reading->problems) === $before ? new ($this->class)(...$values) : null;
    }

    public function holds(mixed $value): bool
    {
        if (!$value instanceof $this->class) {
            return false;
        }
        foreach (array_values(get_object_vars($value)) as $index => $each) {
            if (!$this->of[$index]->holds($each)) {
                return false;
            }
        }

        return true;
    }

    public function write(mixed $value): mixed
    {
        return \is_object($value)
            ? array_map(static fn (Type $type, mixed $each): mixed => $type->write($each), $this->of, array_values(get_object_vars($value)))
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
