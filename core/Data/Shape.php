<?php

declare(strict_types=1);

namespace ZigzagPost\Core\Data;

/**
 * The fields of a class that documents are read into, in the order of its constructor. An argument that may be null need not
 * be there: absent means unknown, and null itself is invalid.
 *
 * @template T of object
 */
final class Shape
{
    /** @var array<class-string, self<object>> */
    private static array $shapes = [];

    /** @var array<string, Field> */
    private array $fields = [];

    /** @var \ReflectionClass<T> */
    private readonly \ReflectionClass $class;

    /** @param class-string<T> $class */
    private function __construct(string $class)
    {
        $this->class = new \ReflectionClass($class);
        foreach ($this->class->getConstructor()?->getParameters() ?? [] as $parameter) {
            $types = $parameter->getAttributes(Type::class, \ReflectionAttribute::IS_INSTANCEOF);
            if ([] === $types) {
                throw new \LogicException("{$class}::\${$parameter->getName()} says nothing of its type");
            }
            $this->fields[$parameter->getName()] = new Field(
                $types[0]->newInstance(),
                !$parameter->isDefaultValueAvailable(),
                $parameter->isDefaultValueAvailable() ? $parameter->getDefaultValue() : null,
            );
        }
    }

    /**
     * @template C of object
     *
     * @param class-string<C> $class
     *
     * @return self<C>
     */
    public static function of(string $class): self
    {
        /** @var self<C> */
        return self::$shapes[$class] ??= new self($class);
    }

    /** @return T|null */
    public function read(mixed $json, Reading $reading, string $path): ?object
    {
        $json = Reading::plain($json);
        if (!\is_array($json) || (array_is_list($json) && [] !== $json)) {
            $reading->expected($path, 'an object', $json);

            return null;
        }
        $before = \count($reading->problems);
        $values = [];
        foreach ($this->fields as $name => $field) {
            $name = (string) $name;
            if (\array_key_exists($name, $json)) {
                $values[] = $field->type->read($json[$name], $reading, self::under($path, $name));
            } else {
                $values[] = $field->default;
                if ($field->isNeeded) {
                    $reading->problem(self::under($path, $name), 'is missing');
                }
            }
        }
        $this->unknown($json, $reading, $path);

        return \count($reading->problems) > $before || \count($reading->problems) >= Reading::MOST ? null : $this->class->newInstanceArgs($values);
    }

    /** @return array<string, mixed>|\stdClass without what is unknown */
    public function write(object $value): array|\stdClass
    {
        $json = [];
        foreach ($this->fields as $name => $field) {
            $is = $value->{$name};
            if (null !== $is && ($field->isNeeded || $is !== $field->default)) {
                $json[$name] = $field->type->write($is);
            }
        }

        return [] === $json ? new \stdClass() : $json;
    }

    /** @return array<string, mixed> */
    public function schema(Definitions $definitions): array
    {
        $properties = [];
        $needed = [];
        foreach ($this->fields as $name => $field) {
            $properties[$name] = $field->type->schema($definitions);
            if ($field->isNeeded) {
                $needed[] = $name;
            }
        }
        $comment = $this->class->getDocComment();
        // An empty list is read as an empty object: many writers cannot tell the two apart.
        $schema = [] === $needed ? ['type' => ['object', 'array'], 'maxItems' => 0] : ['type' => 'object'];
        if (false !== $comment && 1 === preg_match('#^/\*\*\s*\*?\s*(.+?)\s*(\*\s*\n\s*\* @|\*\s*@|\*/)#s', $comment, $match)) {
            $schema['description'] = trim((string) preg_replace('/\s*\n\s*\* ?/', ' ', $match[1]));
        }

        return [...$schema, 'properties' => (object) $properties, 'required' => $needed, 'additionalProperties' => false];
    }

    /** @param array<mixed> $json */
    private function unknown(array $json, Reading $reading, string $path): void
    {
        foreach (array_diff_key($json, $this->fields) as $name => $_) {
            $best = null;
            foreach (array_keys($this->fields) as $field) {
                if (levenshtein(substr((string) $name, 0, 60), (string) $field) <= 2) {
                    $best = $field;
                }
            }
            $reading->problem(
                self::under($path, mb_strimwidth((string) $name, 0, 60, '…')),
                'there is no such field'.(null === $best ? '; there are '.implode(', ', array_keys($this->fields)) : "; did you mean {$best}?"),
            );
        }
    }

    private static function under(string $path, string $name): string
    {
        return '' === $path ? $name : "{$path}.{$name}";
    }
}
